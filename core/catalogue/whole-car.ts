import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A step of the whole car, in minutes by the car's soil. */
export const WholeCar = Type.Object(
  {
    id: Text,
    stage: Text,
    minutes: Type.Array(Type.Number(), { minItems: 5, maxItems: 5 }),
    /** The permission without which it is called otherwise. */
    refused: Type.Optional(Text),
    /** People it takes; 0 is passive. One when left out. */
    crew: Type.Optional(Type.Integer({ minimum: 0 })),
    skills: Type.Optional(Type.Array(Text)),
    equipment: Type.Optional(Type.Array(Text)),
    /** It may be neither dropped nor shortened. */
    protected: Type.Optional(Type.Literal(true)),
    /** Only where all of this holds; always when left out. */
    when: Type.Optional(
      Type.Object(
        {
          permission: Type.Optional(Text),
          house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
          odour: Type.Optional(Type.Literal(true)),
          /** A smell whose source nobody has found. */
          unsourced: Type.Optional(Type.Literal(true)),
          /** Only when a lead adds it. */
          byHand: Type.Optional(Type.Literal(true)),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type WholeCar = Static<typeof WholeCar>
