import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Product families that may not meet on one surface, either way round, unless what was there is taken out between. */
export const Sequence = Type.Object({ id: Text, one: Type.Array(Text), other: Type.Array(Text) }, Strict)
export type Sequence = Static<typeof Sequence>
