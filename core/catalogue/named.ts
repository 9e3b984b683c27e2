import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

export const Named = Type.Object({ id: Text }, Strict)
