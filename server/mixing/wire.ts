import { Type } from '@sinclair/typebox'
import { Ratio } from '#core/mixing/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { SaidWhen } from '#server/http/said-when.ts'
import { wires } from '#server/http/wire.ts'
import { BatchView, ContainerView, DayMixView, DemandView, Outline, SheetView } from './views.ts'

const Strict = { additionalProperties: false }

const Millilitres = Type.Number({ exclusiveMinimum: 0, maximum: 1e6 })

const Batch = Type.Object(
  {
    id: Uuid,
    product: Type.String({ maxLength: 60 }),
    ratio: Ratio,
    container: Type.String({ maxLength: 36 }),
    fill: Millilitres,
    leftover: Type.Optional(Type.Number({ minimum: 0, maximum: 1e6 })),
    poured: Type.Optional(Type.Number({ minimum: 0, maximum: 1e6 })),
    lot: Type.Optional(Type.String({ maxLength: 36 })),
    when: Type.Optional(SaidWhen),
  },
  Strict,
)

const Container = Type.Object(
  {
    version: Type.Integer({ minimum: 0 }),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    place: Type.Optional(Type.Union([Type.String({ minLength: 1, maxLength: 80 }), Type.Null()])),
    capacity: Millilitres,
    graduation: Millilitres,
    outline: Outline,
  },
  Strict,
)

const Rinse = Type.Object({ id: Uuid }, Strict)

export const mixingWires = wires({
  'GET /api/mixing/containers': {
    allow: 'mixing.see',
    answer: Type.Array(ContainerView),
  },
  'PUT /api/mixing/containers/:id': {
    allow: 'containers.write',
    body: Container,
    answer: Type.Array(ContainerView),
  },
  'POST /api/mixing/containers/:id/rinse': {
    allow: 'mixing.log',
    body: Rinse,
    answer: Type.Array(ContainerView),
  },
  'GET /api/mixing/containers/:id/strip': {
    allow: 'mixing.see',
    query: { marks: 'product:purpose pairs, joined by commas; each gets its marks', as: 'pdf or svg' },
    file: ['application/pdf', 'image/svg+xml'],
  },
  'GET /api/mixing/sheets': {
    allow: 'mixing.see',
    answer: Type.Array(SheetView),
  },
  'POST /api/mixing/products/:id/sheet': {
    allow: 'containers.write',
    upload: { types: ['application/pdf'], most: 10 * 1024 ** 2, words: 'the data sheet as a PDF' },
    answer: Type.Array(SheetView),
  },
  'GET /api/mixing/products/:id/sheet': {
    allow: 'mixing.see',
    file: ['application/pdf'],
  },
  'GET /api/mixing/demand': {
    allow: 'mixing.see',
    answer: Type.Array(DemandView),
  },
  'GET /api/mixing/day': {
    allow: 'mixing.see',
    answer: DayMixView,
  },
  'GET /api/mixing/batches': {
    allow: 'mixing.see',
    answer: Type.Array(BatchView),
  },
  'POST /api/mixing/batches': {
    allow: 'mixing.log',
    body: Batch,
    answer: BatchView,
  },
  'GET /api/mixing/batches/:id': {
    allow: 'mixing.see',
    answer: BatchView,
  },
  'POST /api/mixing/batches/:id/undo': {
    allow: 'mixing.log',
    answer: Type.Array(BatchView),
  },
  'GET /api/mixing/batches/:id/label': {
    allow: 'mixing.see',
    query: { from: 'The address the code on the label leads to, without the batch.' },
    file: ['application/pdf'],
  },
})
