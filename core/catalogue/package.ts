import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'
import { Swap } from './swap.ts'

/** What is sold: the surface groups it covers. */
export const Package = Type.Object(
  {
    id: Text,
    groups: Type.Array(Text),
    swap: Type.Optional(Type.Array(Swap)),
    /** Stains are no part of it. */
    noStains: Type.Optional(Type.Literal(true)),
    /** What it leaves of the work of this package is offered beside it. */
    offers: Type.Optional(Text),
    /** Known, because a car was sold it, and not offered any more. */
    offered: Type.Optional(Type.Literal(false)),
  },
  Strict,
)
export type Package = Static<typeof Package>
