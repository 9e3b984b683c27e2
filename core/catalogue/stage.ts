import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

export const Stage = Type.Object({ id: Text, petal: Type.String() }, Strict)
export type Stage = Static<typeof Stage>
