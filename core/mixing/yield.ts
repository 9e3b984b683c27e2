import { type Static, Type } from '@sinclair/typebox'
import { fractionOf } from './fraction.ts'
import { Ratio } from './schema.ts'

const Strict = { additionalProperties: false }
const Millilitres = Type.Number({ exclusiveMinimum: 0, maximum: 1e7 })

export const YieldRequest = Type.Object(
  {
    concentrate_ml: Millilitres,
    ratio: Ratio,
    /** Ready mix a bottle takes. */
    bottle_ml: Type.Optional(Millilitres),
    /** Ready mix a vehicle uses, from the catalogue or from what was measured. */
    vehicle_ml: Type.Optional(Millilitres),
    /** Minor units of the shop's currency for all of the concentrate. */
    price: Type.Optional(Type.Number({ minimum: 0, maximum: 1e9 })),
  },
  { ...Strict, $id: 'yield', title: 'What a concentrate gives' },
)
export type YieldRequest = Static<typeof YieldRequest>

export const Yield = Type.Object(
  {
    ready_ml: Type.Number(),
    bottles: Type.Union([Type.Integer(), Type.Null()]),
    left_over_ml: Type.Union([Type.Number(), Type.Null()]),
    vehicles: Type.Union([Type.Integer(), Type.Null()]),
    price_per_litre: Type.Union([Type.Number(), Type.Null()]),
    price_per_vehicle: Type.Union([Type.Number(), Type.Null()]),
  },
  Strict,
)
export type Yield = Static<typeof Yield>

/** Whole times one amount goes into another; what binary fractions take away at the edge is given back. */
const times = (whole: number, part: number) => Math.floor(whole / part + 1e-9)

/** Ready mix, bottles and vehicles a concentrate gives, and what a ready litre and a vehicle cost. */
export function yieldOf({ concentrate_ml, ratio, bottle_ml, vehicle_ml, price }: YieldRequest): Yield {
  const ready_ml = Number((concentrate_ml / fractionOf(ratio)).toPrecision(12))
  const bottles = bottle_ml === undefined ? null : times(ready_ml, bottle_ml)
  return {
    ready_ml,
    bottles,
    left_over_ml: bottles === null ? null : Math.max(0, Number((ready_ml - bottles * bottle_ml!).toPrecision(12))),
    vehicles: vehicle_ml === undefined ? null : times(ready_ml, vehicle_ml),
    price_per_litre: price === undefined ? null : (price / ready_ml) * 1000,
    price_per_vehicle: price === undefined || vehicle_ml === undefined ? null : (price / ready_ml) * vehicle_ml,
  }
}
