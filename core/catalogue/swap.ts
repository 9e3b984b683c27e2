import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Treatments used instead of another, where all of them may be; none: it is left out. */
export const Swap = Type.Object(
  { treatment: Text, families: Type.Optional(Type.Array(Text)), use: Type.Array(Text) },
  Strict,
)
export type Swap = Static<typeof Swap>
