import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Id = Type.String({ minLength: 1, maxLength: 120 })
/** Minutes from the beginning. */
const Minute = Type.Number({ minimum: 0, maximum: 14 * 1440 })
const Grams = Type.Number({ minimum: 0, maximum: 20_000 })

/** Weather at one moment: °C, relative humidity 0–1. */
export const Outside = Type.Object(
  { temperature: Type.Number({ minimum: -40, maximum: 60 }), humidity: Type.Number({ minimum: 0, maximum: 1 }) },
  Strict,
)
export type Outside = Static<typeof Outside>

export const Reading = Type.Object({ patch: Id, at: Minute, grams: Grams }, Strict)
export type Reading = Static<typeof Reading>

/** Input of the drying engine: what is wet, the cabin, the weather, and how the car stands. */
export const DryRequest = Type.Object(
  {
    patches: Type.Array(
      Type.Object(
        {
          id: Id,
          material: Type.String({ maxLength: 60 }),
          /** m². */
          area: Type.Number({ exclusiveMinimum: 0, maximum: 100 }),
          /** g/m² in its face when its wetting ended. */
          left: Grams,
          /** g/m² in the foam or underlay below. */
          under: Type.Optional(Grams),
          /** When its wetting ended. */
          at: Type.Optional(Minute),
          /** It hangs outside the cabin. */
          outside: Type.Optional(Type.Boolean()),
        },
        Strict,
      ),
      { minItems: 1, maxItems: 400 },
    ),
    cabin: Type.Object({ volume: Type.Number({ exclusiveMinimum: 0, maximum: 40, description: 'm³ of air' }) }, Strict),
    weather: Type.Array(Type.Object({ from: Minute, ...Outside.properties }, Strict), { minItems: 1, maxItems: 400 }),
    /** Doors open where nothing is said. */
    air: Type.Optional(
      Type.Array(Type.Object({ from: Minute, air: Type.String({ maxLength: 40 }) }, Strict), {
        minItems: 1,
        maxItems: 50,
      }),
    ),
    /** What a moisture meter read: two or more of a patch bend its curve to them. */
    readings: Type.Optional(Type.Array(Reading, { maxItems: 400 })),
    /** The night after: the lowest temperature outside, and whether the sky is clear. */
    night: Type.Optional(
      Type.Object({ low: Type.Number({ minimum: -40, maximum: 60 }), clear: Type.Boolean() }, Strict),
    ),
    until: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 14 * 1440, description: 'minutes looked at; a day where left out' }),
    ),
    every: Type.Optional(
      Type.Integer({ minimum: 1, maximum: 1440, description: 'minutes between the moments told; 15 where left out' }),
    ),
  },
  { ...Strict, $id: 'dry', title: 'A wet car, its air and the weather' },
)
export type DryRequest = Static<typeof DryRequest>

const Grade = Type.Number()

/** One moment of the cabin: °C, 0–1, °C, and grams on a square metre by patch. */
const MomentView = Type.Object(
  {
    at: Type.Number(),
    temperature: Grade,
    humidity: Type.Number(),
    dewPoint: Grade,
    grams: Type.Record(Type.String(), Type.Number()),
  },
  Strict,
)

export const Night = Type.Object(
  {
    /** Of the air shut in with the car, °C. */
    dewPoint: Grade,
    /** The panes, °C: 3 K under the air outside on a clear night. */
    glass: Grade,
    fog: Type.Boolean(),
    frost: Type.Boolean(),
  },
  Strict,
)
export type Night = Static<typeof Night>

export const DryAnswer = Type.Object(
  {
    patches: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          /** Minutes until it is touch-dry; null: not within the time looked at. */
          dry: Type.Union([Type.Number(), Type.Null()]),
          /** g/m² then still in its face, at the end of the time looked at. */
          left: Type.Number(),
          /** Bent to its readings: how fast it dries against what was expected, and when it would have been dry by that. */
          refit: Type.Optional(
            Type.Object({ pace: Type.Number(), expected: Type.Union([Type.Number(), Type.Null()]) }, Strict),
          ),
        },
        Strict,
      ),
    ),
    moments: Type.Array(MomentView),
    /** Grams: wetted = left + inAir + out. */
    water: Type.Object(
      { wetted: Type.Number(), left: Type.Number(), inAir: Type.Number(), out: Type.Number() },
      Strict,
    ),
    night: Type.Optional(Night),
  },
  { ...Strict, $id: 'dry-answer' },
)
export type DryAnswer = Static<typeof DryAnswer>

/** Input of the ozone reckoning. Parts in a million, minutes, mg/h. */
export const AirRequest = Type.Object(
  {
    volume: Type.Number({ exclusiveMinimum: 0, maximum: 40, description: 'm³ of air' }),
    generator: Type.Number({ exclusiveMinimum: 0, maximum: 1e6, description: 'mg of ozone an hour' }),
    /** How long it runs; or what it is to reach. */
    run: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1440 })),
    wanted: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })),
    /** Changes of air an hour while it runs, and with everything open after. */
    shutChanges: Type.Optional(Type.Number({ minimum: 0, maximum: 1000 })),
    openChanges: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000 })),
    /** Minutes it rests shut after the run. */
    rest: Type.Optional(Type.Number({ minimum: 0, maximum: 1440 })),
    /** Minutes in which half of it falls apart by itself. */
    halfLife: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1440 })),
    /** The local limit to go in by; the stricter 0.05 for handing over stands besides. */
    limit: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 0.1 })),
    reading: Type.Optional(
      Type.Object(
        {
          at: Type.Number({ minimum: 0, maximum: 14 * 1440 }),
          ppm: Type.Number({ minimum: 0, maximum: 1000 }),
          by: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
        },
        Strict,
      ),
    ),
  },
  { ...Strict, $id: 'air', title: 'An ozone run' },
)
export type AirRequest = Static<typeof AirRequest>

export const AirAnswer = Type.Object(
  {
    run: Type.Number(),
    peak: Type.Number(),
    /** Minutes from its start before which nobody goes in, or takes the car over: worked out, never a permission. */
    notBefore: Type.Object({ entry: Type.Number(), handOver: Type.Number() }, Strict),
    /** Whether a reading allows it. Without one nobody may. */
    allowed: Type.Object({ entry: Type.Boolean(), handOver: Type.Boolean() }, Strict),
    reading: Type.Union([
      Type.Object({ at: Type.Number(), ppm: Type.Number(), by: Type.String() }, Strict),
      Type.Null(),
    ]),
    moments: Type.Array(Type.Object({ at: Type.Number(), ppm: Type.Number() }, Strict)),
  },
  { ...Strict, $id: 'air-answer' },
)
export type AirAnswer = Static<typeof AirAnswer>
