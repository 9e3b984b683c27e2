import { type Static, Type } from '@sinclair/typebox'
import { Ratio } from '#core/mixing/schema.ts'

/** A product by its role. `ratios` by purpose; `maximum` is the strongest the label allows. */
export const Product = Type.Object(
  {
    id: Type.String(),
    name: Type.String(),
    role: Type.String(),
    families: Type.Array(Type.String()),
    waterFirst: Type.Boolean(),
    foams: Type.Boolean(),
    flammable: Type.Boolean(),
    ratios: Type.Record(Type.String(), Ratio),
    maximum: Ratio,
    ppe: Type.Array(Type.String()),
    cautions: Type.Array(Type.String()),
  },
  { additionalProperties: false },
)
export type Product = Static<typeof Product>
