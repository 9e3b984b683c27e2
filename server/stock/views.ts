import { type Static, Type } from '@sinclair/typebox'

const Strict = { additionalProperties: false }
const Nullable = Type.Union([Type.String(), Type.Null()])

export const LotView = Type.Object(
  {
    id: Type.String(),
    item: Type.String(),
    code: Type.String(),
    received: Type.String(),
    bestBefore: Nullable,
    amount: Type.Number(),
    left: Type.Number(),
    price: Type.Integer(),
  },
  Strict,
)
export type LotView = Static<typeof LotView>

/** One item of the shelf: what is there, what is booked, and whether to order now. */
export const ItemView = Type.Object(
  {
    item: Type.String(),
    unit: Type.Union([Type.Literal('ml'), Type.Literal('piece')]),
    left: Type.Number(),
    /** Concentrate or pieces that booked work takes. */
    booked: Type.Number(),
    /** A day's use over the last month, from what was drawn. */
    perDay: Type.Number(),
    reorderAt: Type.Number(),
    order: Type.Boolean(),
    /** Minor units for a ready litre at its usual ratio, and for a vehicle by real use; null where nothing is known. */
    perLitre: Type.Union([Type.Number(), Type.Null()]),
    perVehicle: Type.Union([Type.Number(), Type.Null()]),
    lots: Type.Array(LotView),
  },
  Strict,
)
export type ItemView = Static<typeof ItemView>

export const StockView = Type.Object({ items: Type.Array(ItemView), leadDays: Type.Integer() }, Strict)
export type StockView = Static<typeof StockView>

/** Why a lot changed. */
export const LotMoveView = Type.Object(
  {
    change: Type.Number(),
    kind: Type.Union([Type.Literal('batch'), Type.Literal('vehicle'), Type.Literal('count')]),
    job: Type.Union([Type.String(), Type.Null()]),
    reason: Type.String(),
    at: Type.String(),
  },
  Strict,
)
