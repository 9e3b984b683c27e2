import type { Body } from '#core/cabin/schema.ts'
import type { CheckListPlace } from '#core/procedures/catalogue.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Need } from '#core/work/needs.ts'
import type { Petal } from '#core/work/progress.ts'
import type { WorkState } from '#core/work/schema.ts'

export interface WorkView {
  job: { id: string; callSign: string; colour: string; plate: string; body: Body; state: string; due: string | null }
  procedure: Procedure
  state: WorkState
  petals: Petal[]
  /** Attended minutes (median) left. */
  minutesLeft: number
  needs: Need[]
  places: CheckListPlace[]
  /** Names by person id. */
  names: Record<string, string>
  /** Steps the plan gives to the person who asks, in its order, with planned start in minutes of the shop's day. */
  mine: { step: string; start: number }[]
  serverTime: string
}
