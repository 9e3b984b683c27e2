import type { Need } from '#core/work/needs.ts'
import type { Petal } from '#core/work/progress.ts'

export interface DayJobView {
  id: string
  callSign: string
  colour: string
  state: 'draft' | 'checked-in' | 'handed-over'
  vehicle: string
  plate: string
  petals: Petal[]
  minutesLeft: number | null
  arrives: string
  due: string | null
  /** Planned end of everything, minutes of the shop's day; null when not planned. */
  ready: number | null
  running: { step: string; title: string; person: string }[]
  stepsDone: number
  steps: number
  needs: Need[]
}
export interface DayView {
  day: string
  now: number
  serverTime: string
  jobs: DayJobView[]
}
