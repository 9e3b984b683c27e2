import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** Permanent damage, and how the work changes where it is. */
export const DamageKind = Type.Object(
  {
    id: Text,
    effects: Type.Array(
      Type.Object(
        {
          families: Type.Array(Text),
          /** The material row that holds instead. */
          asMaterial: Type.Optional(Text),
          forbid: Type.Optional(Type.Array(Type.String({ pattern: '^[A-Z]{2}$' }))),
          rungAtMost: Type.Optional(Type.Integer({ minimum: 0, maximum: 4 })),
          /** There is something to say of it here. */
          advised: Type.Optional(Type.Literal(true)),
          /** Treatments a house rule otherwise leaves out, done here. */
          keeps: Type.Optional(Type.Array(Text)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)

export type DamageKind = Static<typeof DamageKind>
