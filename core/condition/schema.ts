import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Level = (maximum: number) => Type.Integer({ minimum: 0, maximum })
const Id = Type.String({ pattern: '^[a-z0-9-]+$', maxLength: 40 })
const Share = Type.Number({ minimum: 0, maximum: 1 })
const Moment = Type.String({ maxLength: 40, description: 'ISO 8601' })

export const Stain = Type.Object(
  {
    kind: Id,
    /** Fresh is under 24 h, untreated and unheated; days is in between. */
    age: Type.Union([Type.Literal('fresh'), Type.Literal('days'), Type.Literal('old')]),
    /** Treatments tried before, by anyone. */
    attempts: Type.Integer({ minimum: 0, maximum: 9 }),
    size: Type.Optional(Type.Union([Type.Literal('coin'), Type.Literal('palm'), Type.Literal('panel')])),
    /** Where on its patch of the sheet, as shares of its width and height. */
    at: Type.Optional(Type.Object({ x: Share, y: Share }, Strict)),
  },
  Strict,
)
export type Stain = Static<typeof Stain>

/** Permanent damage: never a cleaning task, recorded and shown before. */
export const Damage = Type.Object(
  {
    kind: Id,
    note: Type.Optional(Type.String({ maxLength: 300 })),
    /** Set when it came to light during the work: "appeared during cleaning". */
    appeared: Type.Optional(
      Type.Object(
        { at: Moment, by: Type.String({ maxLength: 60 }), photo: Type.Optional(Type.String({ maxLength: 80 })) },
        Strict,
      ),
    ),
  },
  Strict,
)
export type Damage = Static<typeof Damage>

export const Moisture = Type.Union([Type.Literal('damp'), Type.Literal('soaked'), Type.Literal('ring')])
export type Moisture = Static<typeof Moisture>

/** What is wrong with one surface. Everything left out is 0 or none, for `extent` 1. */
export const SurfaceCondition = Type.Object(
  {
    /** 0 clean · 1 dust · 2 used · 3 heavy · 4 severe. */
    soil: Level(4),
    /** Share of the surface that wet work must cover, 0–1; dry work always covers all of it. */
    extent: Type.Optional(Type.Number({ minimum: 0.05, maximum: 1 })),
    hair: Type.Optional(Level(3)),
    sand: Type.Optional(Level(3)),
    stains: Type.Optional(Type.Array(Stain, { maxItems: 12 })),
    damage: Type.Optional(Type.Array(Damage, { maxItems: 12 })),
    moisture: Type.Optional(Moisture),
    biohazard: Type.Optional(Type.Array(Id, { maxItems: 13, uniqueItems: true })),
  },
  Strict,
)
export type SurfaceCondition = Static<typeof SurfaceCondition>

/** Condition by surface id. A surface that is not named is clean. */
export const Condition = Type.Record(
  Type.String({ pattern: '^[a-z0-9-]+\\.[a-z0-9-]+$', maxLength: 80 }),
  SurfaceCondition,
)
export type Condition = Static<typeof Condition>

/** A smell, judged with the doors just opened. */
export const Odour = Type.Object(
  {
    kind: Id,
    level: Type.Integer({ minimum: 1, maximum: 3 }),
    source: Type.String({ maxLength: 120 }),
    /** Surfaces it comes from, where somebody has found them. */
    at: Type.Optional(Type.Array(Type.String({ maxLength: 80 }), { maxItems: 12, uniqueItems: true })),
  },
  Strict,
)
export type Odour = Static<typeof Odour>
