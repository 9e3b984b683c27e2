import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { count, movesOf, receive, stockCsv, stockOf, takeStock } from './store.ts'
import { LotMoveView, StockCsvView, StockView } from './views.ts'

const Strict = { additionalProperties: false }
const Amount = Type.Number({ exclusiveMinimum: 0, maximum: 1e7 })

const Lot = Type.Object(
  {
    id: Uuid,
    item: Type.String({ maxLength: 60 }),
    code: Type.String({ minLength: 1, maxLength: 60 }),
    amount: Amount,
    price: Type.Integer({ minimum: 0, maximum: 1_000_000_000 }),
    bestBefore: Type.Union([Type.String({ pattern: '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$' }), Type.Null()]),
  },
  Strict,
)
const Counted = Type.Object(
  {
    id: Uuid,
    lot: Type.String({ maxLength: 36 }),
    left: Type.Number({ minimum: 0, maximum: 1e7 }),
    reason: Type.String({ minLength: 3, maxLength: 150 }),
  },
  Strict,
)
const Csv = Type.Object(
  {
    csv: Type.String({ minLength: 1, maxLength: 400_000 }),
    take: Type.Union([Type.Literal('none'), Type.Literal('good'), Type.Literal('all')]),
  },
  Strict,
)

export const stockRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/stock',
    allow: 'stock.see',
    answer: StockView,
    handle: ({ scope }) => stockOf(db, scope, catalogue, now()),
  }),
  route({
    method: 'POST',
    path: '/api/stock/lots',
    allow: 'stock.write',
    body: Lot,
    answer: StockView,
    handle: async ({ scope, body }) => {
      await receive(db, scope, body, catalogue, now())
      return stockOf(db, scope, catalogue, now())
    },
  }),
  route({
    method: 'POST',
    path: '/api/stock/counts',
    allow: 'stock.write',
    body: Counted,
    answer: StockView,
    handle: async ({ scope, body }) => {
      await count(db, scope, body, now())
      return stockOf(db, scope, catalogue, now())
    },
  }),
  route({
    method: 'GET',
    path: '/api/stock/lots/:id/moves',
    allow: 'stock.see',
    answer: Type.Array(LotMoveView),
    handle: ({ scope, params }) => movesOf(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/stock/csv',
    allow: 'stock.see',
    file: ['text/csv'],
    handle: async ({ scope }) => ({
      type: 'text/csv',
      bytes: new TextEncoder().encode(await stockCsv(db, scope)),
      name: 'stock.csv',
    }),
  }),
  route({
    method: 'POST',
    path: '/api/stock/csv',
    allow: 'stock.write',
    body: Csv,
    answer: StockCsvView,
    handle: ({ scope, body }) => takeStock(db, scope, body, catalogue, now()),
  }),
]
