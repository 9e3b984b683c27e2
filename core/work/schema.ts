import { type Static, type TSchema, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const StepId = Type.String({ minLength: 1, maxLength: 120 })
const Uuid = Type.String({
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  description: 'UUIDv7 made by whoever creates the thing',
})

const kind = <T extends string, D extends TSchema>(type: T, data: D) =>
  Type.Object(
    {
      id: Uuid,
      type: Type.Literal(type),
      data,
      device: Type.String({ minLength: 1, maxLength: 60 }),
      deviceSeq: Type.Integer({ minimum: 0, maximum: 2_147_483_647 }),
      deviceTime: Type.String({ maxLength: 40 }),
    },
    Strict,
  )

const OfStep = Type.Object({ step: StepId }, Strict)
const Place = Type.Object(
  { place: Type.String({ minLength: 1, maxLength: 60 }), note: Type.Optional(Type.String({ maxLength: 500 })) },
  Strict,
)

/** What a person can say about a job at work. `checked-in` and `procedure-issued` are written by the server alone. */
export const WorkIntent = Type.Union(
  [
    kind('step-started', OfStep),
    kind('step-paused', OfStep),
    kind('step-finished', OfStep),
    kind('step-skipped', Type.Object({ step: StepId, reason: Type.String({ minLength: 3, maxLength: 500 }) }, Strict)),
    kind('timer-started', OfStep),
    kind('timer-ended', OfStep),
    kind('check-passed', Place),
    kind('check-failed', Place),
    kind('note', Type.Object({ text: Type.String({ minLength: 1, maxLength: 1000 }) }, Strict)),
    kind('handed-over', Type.Object({ to: Type.String({ minLength: 1, maxLength: 80 }) }, Strict)),
  ],
  { $id: 'work-event' },
)
export type WorkIntent = Static<typeof WorkIntent>

interface Envelope {
  id: string
  job: string
  /** Place in the job's ledger, from 1; the order of folding. */
  position: number
  author: string
  device: string
  deviceSeq: number
  deviceTime: string
  serverTime: string
}
type Intent = WorkIntent extends infer W
  ? W extends { type: infer T; data: infer D }
    ? { type: T; data: D }
    : never
  : never
export type WorkEvent = Envelope &
  (Intent | { type: 'checked-in'; data: { plate: string } } | { type: 'procedure-issued'; data: { version: number } })

export type StepStatus = 'waiting' | 'running' | 'paused' | 'finished' | 'skipped'
export interface StepState {
  status: StepStatus
  /** Everyone who worked on it. */
  by: string[]
  /** Who works on it now. */
  runningBy: string | null
  startedAt: string | null
  finishedAt: string | null
  reason: string | null
}
export interface Timer {
  step: string
  /** Minutes after `startedAt`: not before `min`, dried on after `max`. */
  min: number
  max: number
  startedAt: string
}
export interface CheckState {
  passed: boolean
  by: string
  note: string
  /** The checker had worked on the car. */
  selfChecked: boolean
}
export interface WorkState {
  position: number
  checkedIn: boolean
  procedureVersion: number | null
  steps: Record<string, StepState>
  timers: Timer[]
  checks: Record<string, CheckState>
  notes: { author: string; text: string; at: string }[]
  handedOver: { to: string; by: string; at: string } | null
}
