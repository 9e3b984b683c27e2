import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Treatments used instead of another, where all of them may be; none: it is left out. */
export const Swap = Type.Object(
  { treatment: Text, families: Type.Optional(Type.Array(Text)), use: Type.Array(Text) },
  Strict,
)
export type Swap = Static<typeof Swap>

/** Treatments done beside the rung, by group of surface, where they may be done: what a finish or a house adds. */
export const Added = Type.Object(
  {
    groups: Type.Array(Text),
    /** Only what is touched at least so much, 0–5. */
    touch: Type.Optional(Type.Integer({ minimum: 0, maximum: 5 })),
    use: Type.Array(Text),
  },
  Strict,
)
export type Added = Static<typeof Added>
