import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

export const Caution = Type.Object(
  {
    id: Text,
    when: Type.Object(
      {
        product: Type.Optional(Type.Boolean()),
        treatments: Type.Optional(Type.Array(Text)),
        stages: Type.Optional(Type.Array(Text)),
        equipment: Type.Optional(Type.Array(Text)),
        /** Only in cars with one of these. */
        features: Type.Optional(Type.Array(Text)),
        permission: Type.Optional(Type.Object({ id: Text, granted: Type.Boolean() }, Strict)),
        /** Not where this permission was refused: then it is not done at all. */
        notRefused: Type.Optional(Text),
      },
      Strict,
    ),
  },
  Strict,
)
export type Caution = Static<typeof Caution>
