import type { CheckIn } from '#core/procedures/schema.ts'

export interface JobView {
  id: string
  callSign: string
  colour: string
  state: 'draft' | 'checked-in' | 'handed-over'
  version: number
  checkIn: CheckIn
  arrives: string
  due: string | null
  procedureVersion: number | null
}
