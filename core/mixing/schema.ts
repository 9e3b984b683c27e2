import { type Static, Type } from '@sinclair/typebox'

/** Parts of concentrate to parts of water, as the label or the person gave them; never kept as a fraction alone. */
export const Ratio = Type.Object(
  { concentrate: Type.Number({ minimum: 1e-6, maximum: 1e6 }), water: Type.Number({ minimum: 0, maximum: 1e6 }) },
  { additionalProperties: false, description: 'Parts of concentrate to parts of water; water 0 is neat.' },
)
export type Ratio = Static<typeof Ratio>

const Millilitres = Type.Number({ minimum: 1e-3, maximum: 1e7 })

export const MixRequest = Type.Object(
  {
    ratio: Ratio,
    fill_ml: Millilitres,
    capacity_ml: Millilitres,
    graduation_ml: Type.Optional(Millilitres),
    /** Acids, caustics and labels that say so go into water. */
    water_first: Type.Optional(Type.Boolean()),
    foams: Type.Optional(Type.Boolean()),
    present: Type.Optional(Type.Unknown()),
    poured_ml: Type.Optional(Type.Unknown()),
    range: Type.Optional(Type.Unknown()),
  },
  { additionalProperties: false, $id: 'mix', title: 'A bottle to be mixed' },
)
export type MixRequest = Static<typeof MixRequest>

const Strict = { additionalProperties: false }

export const MixOption = Type.Object(
  {
    kind: Type.String(),
    total_ml: Type.Number(),
    concentrate_ml: Type.Number(),
    water_ml: Type.Number(),
    remove_ml: Type.Number(),
    fraction: Type.Number(),
    allowed: Type.Boolean(),
  },
  Strict,
)

export const Mix = Type.Object(
  {
    concentrate_ml: Type.Number(),
    water_ml: Type.Number(),
    discard_ml: Type.Number(),
    total_ml: Type.Number(),
    fraction: Type.Number(),
    /** The same dose as the measuring vessel can show it; deviation is relative to the dose. */
    measured: Type.Object(
      { concentrate_ml: Type.Number(), water_ml: Type.Number(), fraction: Type.Number(), deviation: Type.Number() },
      Strict,
    ),
    options: Type.Array(MixOption),
    steps: Type.Array(Type.String()),
    warnings: Type.Array(Type.Object({ code: Type.String(), message: Type.String() }, Strict)),
  },
  Strict,
)
export type Mix = Static<typeof Mix>
