import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

export const Caution = Type.Object(
  {
    id: Text,
    /** What it keeps from: death, or harm to somebody; without it, damage. */
    danger: Type.Optional(Type.Union([Type.Literal('life'), Type.Literal('harm')])),
    /** Cautions of products that it says already. */
    says: Type.Optional(Type.Array(Text)),
    /** It holds for the whole car and is said once, at the head of the sheet. */
    head: Type.Optional(Type.Literal(true)),
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
