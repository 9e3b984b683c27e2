import { Type } from '@sinclair/typebox'
import { Ratio } from '#core/mixing/schema.ts'
import { Uuid } from '#core/units/uuid.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { batchesOf, containersOf, demandOf, logBatch } from './store.ts'
import { BatchView, ContainerView, DemandView } from './views.ts'

const Batch = Type.Object(
  {
    id: Uuid,
    product: Type.String({ maxLength: 60 }),
    ratio: Ratio,
    container: Type.String({ maxLength: 36 }),
    fill: Type.Number({ exclusiveMinimum: 0, maximum: 1e6 }),
  },
  { additionalProperties: false },
)

export const mixingRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/mixing/containers',
    allow: 'mixing.see',
    answer: Type.Array(ContainerView),
    handle: ({ scope }) => containersOf(db, scope),
  }),
  route({
    method: 'GET',
    path: '/api/mixing/demand',
    allow: 'mixing.see',
    answer: Type.Array(DemandView),
    handle: ({ scope }) => demandOf(db, scope),
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
]
