import { type Static, Type } from '@sinclair/typebox'
import { HazardRole, Ratio } from '#core/mixing/schema.ts'

const Strict = { additionalProperties: false }
const words = <T extends string>(...list: T[]) => Type.Union(list.map((w) => Type.Literal(w)))

/** The pictograms of the UN's globally harmonised system that products here carry, by what they show. */
export const Pictogram = words('flame', 'oxidiser', 'corrosion', 'exclamation', 'health', 'environment')
export type Pictogram = Static<typeof Pictogram>

/** A product by its role. `ratios` by purpose; `maximum` is the strongest the label allows. */
export const Product = Type.Object(
  {
    id: Type.String(),
    families: Type.Array(Type.String()),
    waterFirst: Type.Boolean(),
    foams: Type.Boolean(),
    flammable: Type.Boolean(),
    ratios: Type.Record(Type.String(), Ratio),
    maximum: Ratio,
    /** What the label says by method. */
    methods: Type.Optional(Type.Record(Type.String(), Ratio)),
    ph: words('acid', 'neutral', 'alkaline', 'none'),
    /** Days a ready mix keeps. */
    lifeDays: Type.Integer({ minimum: 1 }),
    /** What makes it one that is mixed by stricter rules. */
    hazard: Type.Optional(HazardRole),
    signal: words('none', 'warning', 'danger'),
    pictograms: Type.Array(Pictogram),
    h: Type.Array(Type.String()),
    p: Type.Array(Type.String()),
    ppe: Type.Array(Type.String()),
    cautions: Type.Array(Type.String()),
    /** Known, because something is full of it, and not offered any more. */
    offered: Type.Optional(Type.Literal(false)),
  },
  Strict,
)
export type Product = Static<typeof Product>

/** Two product families that never share a vessel, and what happens if they do. */
export const NeverMix = Type.Object(
  {
    id: Type.String(),
    a: Type.String(),
    b: Type.String(),
    danger: words('gas', 'heat', 'fire', 'pressure', 'spoils'),
  },
  Strict,
)
export type NeverMix = Static<typeof NeverMix>
