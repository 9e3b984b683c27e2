import { wayOf } from '#core/chemistry/way.ts'
import { waterFirst } from '#core/mixing/mix.ts'
import { Uuid } from '#core/units/uuid.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { happenedAt } from '#server/http/said-when.ts'
import { speak } from '#words/en/speak.ts'
import { labelPdf, stripPdf, stripSvg } from './label-pdf.ts'
import { batchesOf, batchOf, demandOf, logBatch, undoBatch } from './store/batches.ts'
import { containersOf, keepContainer, rinseContainer } from './store/containers.ts'
import { keepSheet, sheetFile, sheetsOf } from './store/data-sheets.ts'
import { dayMixOf } from './store/day-mix.ts'
import { mixingWires } from './wire.ts'

export const mixingRoutes = ({ db, files, now }: AppContext): Route[] =>
  routes(mixingWires, {
    'GET /api/mixing/containers': ({ scope }) => containersOf(db, scope, now()),
    'PUT /api/mixing/containers/:id': async ({ scope, params, body }) => {
      if (!new RegExp(Uuid.pattern!).test(params.id)) throw notFound('container')
      await keepContainer(db, scope, { ...body, id: params.id })
      return containersOf(db, scope, now())
    },
    'POST /api/mixing/containers/:id/rinse': async ({ scope, params, body }) => {
      await rinseContainer(db, scope, params.id, body.id, now())
      return containersOf(db, scope, now())
    },
    'GET /api/mixing/containers/:id/strip': async ({ catalogue, scope, params, query }) => {
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
    'GET /api/mixing/sheets': ({ scope }) => sheetsOf(db, scope),
    'POST /api/mixing/products/:id/sheet': async ({ catalogue, scope, params, bytes }) => {
      await keepSheet(db, files, scope, params.id, bytes, catalogue, now())
      return sheetsOf(db, scope)
    },
    'GET /api/mixing/products/:id/sheet': async ({ scope, params }) => ({
      type: 'application/pdf',
      bytes: await sheetFile(db, files, scope, params.id),
      name: 'data-sheet.pdf',
    }),
    'GET /api/mixing/demand': ({ catalogue, scope }) => demandOf(db, scope, catalogue),
    'GET /api/mixing/day': ({ catalogue, scope }) => dayMixOf(db, scope, catalogue, now()),
    'GET /api/mixing/batches': ({ scope }) => batchesOf(db, scope),
    'POST /api/mixing/batches': async ({ catalogue, scope, body }) => {
      const { when, ...batch } = body
      return logBatch(db, scope, batch, catalogue, when ? happenedAt(when, now()) : now())
    },
    'GET /api/mixing/batches/:id': ({ scope, params }) => batchOf(db, scope, params.id),
    'POST /api/mixing/batches/:id/undo': async ({ scope, params }) => {
      await undoBatch(db, scope, params.id, now())
      return batchesOf(db, scope)
    },
    'GET /api/mixing/batches/:id/label': async ({ catalogue, scope, params, query }) => {
      const batch = await batchOf(db, scope, params.id)
      const from = (query.from ?? '').slice(0, 120)
      return {
        type: 'application/pdf',
        bytes: await labelPdf(batch, catalogue, `${from}/mixing/batch/${batch.id}`, scope.timeZone),
        name: 'label.pdf',
      }
    },
  })
