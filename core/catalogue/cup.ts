import { Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Something to measure with. Volumes in ml. */
export const Cup = Type.Object(
  {
    id: Text,
    capacity: Type.Number({ exclusiveMinimum: 0 }),
    graduation: Type.Number({ exclusiveMinimum: 0 }),
  },
  Strict,
)
