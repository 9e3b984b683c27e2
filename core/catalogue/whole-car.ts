import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A step of the whole car, in minutes by the car's soil. */
export const WholeCar = Type.Object(
  {
    id: Text,
    name: Text,
    stage: Text,
    minutes: Type.Array(Type.Number(), { minItems: 5, maxItems: 5 }),
    passCue: Text,
    /** What it is called where a permission was refused. */
    refused: Type.Optional(Type.Object({ permission: Text, name: Text }, Strict)),
    /** People it takes; 0 is passive. One when left out. */
    crew: Type.Optional(Type.Integer({ minimum: 0 })),
    skills: Type.Optional(Type.Array(Text)),
    equipment: Type.Optional(Type.Array(Text)),
    /** Why it may be neither dropped nor shortened. */
    protected: Type.Optional(Text),
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
