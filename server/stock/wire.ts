import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { CsvBody, CsvView } from '#server/files/csv.ts'
import { wires } from '#server/http/wire.ts'
import { LotMoveView, StockView } from './views.ts'

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

export const stockWires = wires({
  'GET /api/stock': {
    allow: 'stock.see',
    answer: StockView,
  },
  'POST /api/stock/lots': {
    allow: 'stock.write',
    body: Lot,
    answer: StockView,
  },
  'POST /api/stock/counts': {
    allow: 'stock.write',
    body: Counted,
    answer: StockView,
  },
  'GET /api/stock/lots/:id/moves': {
    allow: 'stock.see',
    answer: Type.Array(LotMoveView),
  },
  'GET /api/stock/csv': {
    allow: 'stock.see',
    file: ['text/csv'],
  },
  'POST /api/stock/csv': {
    allow: 'stock.write',
    body: CsvBody,
    answer: CsvView,
  },
})
