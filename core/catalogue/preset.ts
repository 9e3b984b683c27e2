import { Type } from '@sinclair/typebox'
import { SurfaceCondition } from '#core/condition/schema.ts'
import { Strict, Text } from './shape.ts'

/** How a way of using a car marks it (see core/condition/patterns). */
export const Preset = Type.Object(
  {
    id: Text,
    marks: Type.Array(
      Type.Object(
        {
          groups: Type.Optional(Type.Array(Text)),
          kinds: Type.Optional(Type.Array(Text)),
          rows: Type.Optional(Type.Array(Type.Integer())),
          put: SurfaceCondition,
        },
        Strict,
      ),
    ),
  },
  Strict,
)
