import { type Static, Type } from '@sinclair/typebox'

/**
 * Work on the car beside its inside: no procedure is made for it here, it takes its time and its place in the order. Minutes as agreed, for
 * one person, by the catalogue's row of the whole car.
 */
export const Blocks = Type.Record(
  Type.String({ pattern: '^[a-z][a-z_]*$', maxLength: 40 }),
  Type.Integer({ minimum: 5, maximum: 600 }),
)
export type Blocks = Static<typeof Blocks>
