import { type Static, Type } from '@sinclair/typebox'

const Level = (maximum: number) => Type.Integer({ minimum: 0, maximum })

export const Stain = Type.Object(
  {
    kind: Type.String({ pattern: '^[a-z0-9-]+$', maxLength: 40 }),
    age: Type.Union([Type.Literal('fresh'), Type.Literal('old')]),
    /** Treatments tried before, by anyone. */
    attempts: Type.Integer({ minimum: 0, maximum: 9 }),
  },
  { additionalProperties: false },
)
export type Stain = Static<typeof Stain>

/** What is wrong with one surface. Everything left out is 0, or for `extent` 1. */
export const SurfaceCondition = Type.Object(
  {
    /** 0 clean · 1 dust · 2 used · 3 heavy · 4 severe. */
    soil: Level(4),
    /** Share of the surface that wet work must cover, 0–1; dry work always covers all of it. */
    extent: Type.Optional(Type.Number({ minimum: 0.05, maximum: 1 })),
    hair: Type.Optional(Level(3)),
    sand: Type.Optional(Level(3)),
    stains: Type.Optional(Type.Array(Stain, { maxItems: 12 })),
  },
  { additionalProperties: false },
)
export type SurfaceCondition = Static<typeof SurfaceCondition>

/** Condition by surface id. A surface that is not named is clean. */
export const Condition = Type.Record(
  Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 }),
  SurfaceCondition,
)
export type Condition = Static<typeof Condition>
