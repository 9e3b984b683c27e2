import { Type } from '@sinclair/typebox'
import { wayOf } from '#core/chemistry/way.ts'
import { waterFirst } from '#core/mixing/mix.ts'
import { Ratio } from '#core/mixing/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { speak } from '#words/en/speak.ts'
import { containersOf, keepContainer, rinseContainer } from './containers.ts'
import { keepSheet, sheetFile, sheetsOf } from './data-sheets.ts'
import { dayMixOf } from './day-mix.ts'
import { labelPdf, stripPdf, stripSvg } from './label-pdf.ts'
import { batchesOf, batchOf, demandOf, logBatch } from './store.ts'
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
  },
  Strict,
)
const Container = Type.Object(
  {
    version: Type.Integer({ minimum: 0 }),
    name: Type.String({ minLength: 1, maxLength: 80 }),
    capacity: Millilitres,
    graduation: Millilitres,
    outline: Outline,
  },
  Strict,
)
const Rinse = Type.Object({ id: Uuid }, Strict)

export const mixingRoutes = ({ db, catalogue, files, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/mixing/containers',
    allow: 'mixing.see',
    answer: Type.Array(ContainerView),
    handle: ({ scope }) => containersOf(db, scope, now()),
  }),
  route({
    method: 'PUT',
    path: '/api/mixing/containers/:id',
    allow: 'containers.write',
    body: Container,
    answer: Type.Array(ContainerView),
    handle: async ({ scope, params, body }) => {
      if (!new RegExp(Uuid.pattern!).test(params.id!)) throw notFound('container')
      await keepContainer(db, scope, { ...body, id: params.id! })
      return containersOf(db, scope, now())
    },
  }),
  route({
    method: 'POST',
    path: '/api/mixing/containers/:id/rinse',
    allow: 'mixing.log',
    body: Rinse,
    answer: Type.Array(ContainerView),
    handle: async ({ scope, params, body }) => {
      await rinseContainer(db, scope, params.id!, body.id, now())
      return containersOf(db, scope, now())
    },
  }),
  route({
    method: 'GET',
    path: '/api/mixing/containers/:id/strip',
    allow: 'mixing.see',
    query: { marks: 'product:purpose pairs, joined by commas; each gets its marks', as: 'pdf or svg' },
    file: ['application/pdf', 'image/svg+xml'],
    handle: async ({ scope, params, query }) => {
      const container = (await containersOf(db, scope, now())).find((c) => c.id === params.id)
      if (!container) throw notFound('container')
      const wanted = (query.marks ?? 'apc:trim').split(',').slice(0, 8)
      const marks = wanted.map((pair) => {
        const [id, purpose = ''] = pair.split(':')
        const product = catalogue.products.find((p) => p.id === id)
        const ratio = product?.ratios[purpose]
        if (!product || !ratio)
          throw new Problem(400, 'invalid', `No product and purpose "${pair}".`, [
            { pointer: '/marks', message: 'product:purpose, as in the catalogue.' },
          ])
        return {
          ratio,
          fill_ml: container.capacity,
          name: speak.names.of('products', product.id).name,
          water_first: waterFirst(wayOf(product, scope.houseRules['mixing-order'])),
        }
      })
      if (query.as === 'svg')
        return {
          type: 'image/svg+xml',
          bytes: new TextEncoder().encode(stripSvg(container, marks)),
          name: 'fill-strip.svg',
        }
      return { type: 'application/pdf', bytes: await stripPdf(container, marks), name: 'fill-strip.pdf' }
    },
  }),
  route({
    method: 'GET',
    path: '/api/mixing/sheets',
    allow: 'mixing.see',
    answer: Type.Array(SheetView),
    handle: ({ scope }) => sheetsOf(db, scope),
  }),
  route({
    method: 'POST',
    path: '/api/mixing/products/:id/sheet',
    allow: 'containers.write',
    upload: { types: ['application/pdf'], most: 10 * 1024 ** 2, words: 'the data sheet as a PDF' },
    answer: Type.Array(SheetView),
    handle: async ({ scope, params, bytes }) => {
      await keepSheet(db, files, scope, params.id!, bytes, catalogue, now())
      return sheetsOf(db, scope)
    },
  }),
  route({
    method: 'GET',
    path: '/api/mixing/products/:id/sheet',
    allow: 'mixing.see',
    file: ['application/pdf'],
    handle: async ({ scope, params }) => ({
      type: 'application/pdf',
      bytes: await sheetFile(db, files, scope, params.id!),
      name: 'data-sheet.pdf',
    }),
  }),
  route({
    method: 'GET',
    path: '/api/mixing/demand',
    allow: 'mixing.see',
    answer: Type.Array(DemandView),
    handle: ({ scope }) => demandOf(db, scope, catalogue),
  }),
  route({
    method: 'GET',
    path: '/api/mixing/day',
    allow: 'mixing.see',
    answer: DayMixView,
    handle: ({ scope }) => dayMixOf(db, scope, catalogue, now()),
  }),
  route({
    method: 'GET',
    path: '/api/mixing/batches',
    allow: 'mixing.see',
    answer: Type.Array(BatchView),
    handle: ({ scope }) => batchesOf(db, scope),
  }),
  route({
    method: 'POST',
    path: '/api/mixing/batches',
    allow: 'mixing.log',
    body: Batch,
    answer: BatchView,
    handle: async ({ scope, body }) => {
      const batch = await logBatch(db, scope, body, catalogue, now())
      return batch
    },
  }),
  route({
    method: 'GET',
    path: '/api/mixing/batches/:id',
    allow: 'mixing.see',
    answer: BatchView,
    handle: ({ scope, params }) => batchOf(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/mixing/batches/:id/label',
    allow: 'mixing.see',
    query: { from: 'The address the code on the label leads to, without the batch.' },
    file: ['application/pdf'],
    handle: async ({ scope, params, query }) => {
      const batch = await batchOf(db, scope, params.id!)
      const from = (query.from ?? '').slice(0, 120)
      return {
        type: 'application/pdf',
        bytes: await labelPdf(batch, catalogue, `${from}/mixing/batch/${batch.id}`, scope.timeZone),
        name: 'label.pdf',
      }
    },
  }),
]
