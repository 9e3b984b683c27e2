import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { count, movesOf, receive, stockCsv, stockOf, takeStock } from './store.ts'
import { stockWires } from './wire.ts'

export const stockRoutes = ({ db, now }: AppContext): Route[] =>
  routes(stockWires, {
    'GET /api/stock': ({ catalogue, scope }) => stockOf(db, scope, catalogue, now()),
    'POST /api/stock/lots': async ({ catalogue, scope, body }) => {
      await receive(db, scope, body, catalogue, now())
      return stockOf(db, scope, catalogue, now())
    },
    'POST /api/stock/counts': async ({ catalogue, scope, body }) => {
      await count(db, scope, body, now())
      return stockOf(db, scope, catalogue, now())
    },
    'GET /api/stock/lots/:id/moves': ({ scope, params }) => movesOf(db, scope, params.id),
    'GET /api/stock/csv': async ({ scope }) => ({
      type: 'text/csv',
      bytes: new TextEncoder().encode(await stockCsv(db, scope)),
      name: 'stock.csv',
    }),
    'POST /api/stock/csv': ({ catalogue, scope, body }) => takeStock(db, scope, body, catalogue, now()),
  })
