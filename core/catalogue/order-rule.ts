import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

const Selector = Type.Object(
  {
    stages: Type.Optional(Type.Array(Text)),
    treatments: Type.Optional(Type.Array(Text)),
    /** But not these. */
    except: Type.Optional(Type.Array(Text)),
    /** Nor what is done in these zones alone: mats lie beside the car, and wait for nothing that is done in it. */
    exceptZones: Type.Optional(Type.Array(Text)),
    dries: Type.Optional(Type.Boolean()),
  },
  Strict,
)

/** Why one step comes before another; reasons shown to the crew are built from the rules that bind. */
export const OrderRule = Type.Object(
  {
    id: Text,
    /** Forbidden may never be broken; order may, with a reason or by the house rule that names it. */
    grade: Type.Union([Type.Literal('forbidden'), Type.Literal('order')]),
    first: Selector,
    next: Selector,
    /** `past`: the first lies behind rows without a door of their own, and is reached past the next. */
    scope: Type.Union(
      (['car', 'near', 'row', 'past', 'surface', 'equipment'] as const).map((scope) => Type.Literal(scope)),
    ),
    /** Minutes between; without a longest one it is only waited for. */
    lag: Type.Optional(Type.Object({ min: Type.Number(), max: Type.Optional(Type.Number()) }, Strict)),
    /** Several firsts follow each other, and only the last one carries the lag. */
    chain: Type.Optional(Type.Boolean()),
    /** Only where one person works the car: another may do the next meanwhile. */
    alone: Type.Optional(Type.Literal(true)),
    house: Type.Optional(Type.Object({ rule: Text, choice: Text }, Strict)),
  },
  Strict,
)
export type OrderRule = Static<typeof OrderRule>
