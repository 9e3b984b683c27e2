import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

/** A finding that stops: what is held until somebody who may has cleared it. */
export const Stop = Type.Object(
  {
    id: Text,
    /** Any of these. */
    found: Type.Object(
      {
        biohazards: Type.Optional(Type.Array(Text)),
        stains: Type.Optional(Type.Array(Text)),
        odours: Type.Optional(Type.Array(Text)),
        moisture: Type.Optional(Type.Array(Text)),
      },
      Strict,
    ),
    /** Only there, or of that size; any of them. */
    where: Type.Optional(
      Type.Object({ groups: Type.Array(Text), kinds: Type.Array(Text), sizes: Type.Array(Text) }, Strict),
    ),
    /** Only in cars with one of these. */
    features: Type.Optional(Type.Array(Text)),
    holds: Type.Union([Type.Literal('surface'), Type.Literal('zone'), Type.Literal('car')]),
    /** Neighbouring places are held as well. */
    touching: Type.Optional(Type.Literal(true)),
    /** Every gap, pocket and under-seat place of the car is held as well. */
    gaps: Type.Optional(Type.Literal(true)),
    /** Before the walk-round. */
    first: Type.Boolean(),
    /** Who may clear it; null: the lead, with whoever is competent. */
    skill: Type.Union([Text, Type.Null()]),
    /** Never cleared by the crew. */
    specialist: Type.Optional(Type.Literal(true)),
    /** No blowing and dusting anywhere before it is cleared. */
    noDust: Type.Optional(Type.Literal(true)),
    /** No dry vacuum anywhere before it is cleared. */
    noVacuum: Type.Optional(Type.Literal(true)),
    /** On anything but hard surfaces it is a specialist's. */
    onlyHard: Type.Optional(Type.Literal(true)),
    /** From this size, or on these kinds, it is a specialist's. */
    largeFrom: Type.Optional(Text),
    largeKinds: Type.Optional(Type.Array(Text)),
    /** What the trained person does there. */
    work: Type.Optional(Type.Array(Text)),
    /** What is worn and at hand before anybody goes near. */
    wear: Type.Optional(Type.Array(Text)),
    /** References the log asks for. */
    references: Type.Array(Text),
    minutes: Type.Number(),
    /** Lines of what is done there; their words stand by it. */
    lines: Type.Integer({ minimum: 1 }),
  },
  Strict,
)
export type Stop = Static<typeof Stop>
