import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A step of the whole car, in minutes by the car's soil. */
export const WholeCar = Type.Object(
  {
    id: Text,
    stage: Text,
    minutes: Type.Array(Type.Number(), { minItems: 5, maxItems: 5 }),
    /** Its minutes grow with the size of the car. */
    grows: Type.Optional(Type.Literal(true)),
    /** Beside the cabin: it holds none of its places, so that those dry meanwhile. */
    beside: Type.Optional(Type.Literal(true)),
    /** It touches no surface. */
    handsOff: Type.Optional(Type.Literal(true)),
    /** Several people may share it. */
    shared: Type.Optional(Type.Literal(true)),
    /** Only at places that have such a surface, and near such work; its minutes are for each place, so many places at most. */
    places: Type.Optional(
      Type.Object(
        {
          most: Type.Integer({ minimum: 1 }),
          materials: Type.Array(Text),
          kinds: Type.Array(Text),
          near: Type.Object(
            { on: Type.Union([Type.Literal('tool'), Type.Literal('surface')]), stages: Type.Array(Text) },
            Strict,
          ),
        },
        Strict,
      ),
    ),
    /** The permission without which it is called otherwise. */
    refused: Type.Optional(Text),
    /** People it takes; 0 is passive. One when left out. */
    crew: Type.Optional(Type.Integer({ minimum: 0 })),
    skills: Type.Optional(Type.Array(Text)),
    wear: Type.Optional(Type.Array(Text)),
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
          /** One of these is done: treatments, or steps of the whole car. */
          with: Type.Optional(Type.Array(Text)),
          /** Nothing that stops stands: no air is stirred, and nothing switched on. */
          air: Type.Optional(Type.Literal(true)),
          /** No time limit presses … */
          unhurried: Type.Optional(Type.Literal(true)),
          /** … or something was wetted, and the car waits for that in any case. */
          orWetted: Type.Optional(Type.Literal(true)),
          /** It was agreed at check-in, with its minutes. */
          agreed: Type.Optional(Type.Literal(true)),
          /** Only when a lead adds it. */
          byHand: Type.Optional(Type.Literal(true)),
          /** … or the car is dried so. */
          dries: Type.Optional(Text),
        },
        Strict,
      ),
    ),
  },
  Strict,
)
export type WholeCar = Static<typeof WholeCar>
