import { type Static, Type } from '@sinclair/typebox'
import { BenchStep, MixWarning } from './message-schemas.ts'

/** Parts of concentrate to parts of water, as the label or the person gave them; never kept as a fraction alone. */
export const Ratio = Type.Object(
  { concentrate: Type.Number({ minimum: 1e-6, maximum: 1e6 }), water: Type.Number({ minimum: 0, maximum: 1e6 }) },
  { additionalProperties: false, description: 'Parts of concentrate to parts of water; water 0 is neat.' },
)
export type Ratio = Static<typeof Ratio>

const Millilitres = Type.Number({ minimum: 1e-3, maximum: 1e7 })
const Share = Type.Number({ exclusiveMinimum: 0, maximum: 1 })
const Strict = { additionalProperties: false }

/** What a product does to people and to other products decides how strictly it is mixed. */
export const HazardRole = Type.Union(
  (['disinfectant', 'acid', 'caustic', 'oxidiser', 'peroxide', 'enzyme', 'solvent'] as const).map((r) =>
    Type.Literal(r),
  ),
)
export type HazardRole = Static<typeof HazardRole>

export const MixRequest = Type.Object(
  {
    ratio: Ratio,
    fill_ml: Millilitres,
    /** Usable capacity, head-space already taken off. */
    capacity_ml: Millilitres,
    graduation_ml: Type.Optional(Millilitres),
    /** Acids, caustics and labels that say so go into water. */
    water_first: Type.Optional(Type.Boolean()),
    foams: Type.Optional(Type.Boolean()),
    /** What is in the vessel already; without a ratio it is unknown and is emptied. */
    present: Type.Optional(
      Type.Object(
        { volume_ml: Millilitres, ratio: Type.Optional(Ratio), past_life: Type.Optional(Type.Boolean()) },
        Strict,
      ),
    ),
    /** Concentrate already measured for this fill; no water on it yet. */
    poured_ml: Type.Optional(Type.Number({ minimum: 0, maximum: 1e7 })),
    /** What the label allows, as shares of concentrate. */
    range: Type.Optional(Type.Object({ min: Share, max: Share }, Strict)),
    role: Type.Optional(HazardRole),
  },
  { ...Strict, $id: 'mix', title: 'A bottle to be mixed' },
)
export type MixRequest = Static<typeof MixRequest>

/** One way out of a dose that is not what was wanted. */
export const MixOption = Type.Object(
  {
    kind: Type.Union([
      Type.Literal('stretch'),
      Type.Literal('take-back'),
      Type.Literal('keep-stronger'),
      Type.Literal('pour-more'),
    ]),
    total_ml: Type.Number(),
    concentrate_ml: Type.Number(),
    water_ml: Type.Number(),
    remove_ml: Type.Number(),
    fraction: Type.Number(),
    allowed: Type.Boolean(),
  },
  Strict,
)
export type MixOption = Static<typeof MixOption>

export const Mix = Type.Object(
  {
    /** Concentrate and water towards the target, on top of what is kept of the leftover. */
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
    steps: Type.Array(BenchStep),
    warnings: Type.Array(MixWarning),
  },
  Strict,
)
export type Mix = Static<typeof Mix>
