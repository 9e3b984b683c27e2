import { type Static, Type } from '@sinclair/typebox'
import { Moment, Person, Strict } from './shape.ts'

/** Ways in which a booked car does not become a job: it did not come, the customer called it off, the shop cannot take it. */
export const waysOff = ['no-show', 'cancelled', 'withdrawn'] as const
export const WayOff = Type.Union(waysOff.map((way) => Type.Literal(way)))
export type WayOff = Static<typeof WayOff>

export const CalledOff = Type.Object(
  { how: WayOff, why: Type.String({ maxLength: 300 }), by: Person, at: Moment },
  Strict,
)
export type CalledOff = Static<typeof CalledOff>
