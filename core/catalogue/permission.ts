import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Something the customer is asked. */
export const Permission = Type.Object(
  {
    id: Text,
    /** Techniques that are not used without it. */
    needs: Type.Array(Type.String({ pattern: '^[A-Z]{2}$' })),
    /** What goes without a test: no heat anywhere, nothing wet on these materials, and no rung above this one (trade.md §6). */
    untested: Type.Optional(
      Type.Object({ materials: Type.Array(Text), rungAtMost: Type.Integer({ minimum: 0, maximum: 4 }) }, Strict),
    ),
  },
  Strict,
)
export type Permission = Static<typeof Permission>
