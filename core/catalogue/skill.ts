import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A skill. `trained`: where it is asked for nobody's word stands in for the training (trade.md §10). */
export const Skill = Type.Object({ id: Text, trained: Type.Optional(Type.Literal(true)) }, Strict)
