import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { count, movesOf, receive, stockCsv, stockOf, takeStock } from './store.ts'
import { stockWires } from './wire.ts'

export const stockRoutes = ({ catalogue, db, now }: AppContext): Route[] =>
  routes(stockWires, {
    'GET /api/stock': ({ scope }) => stockOf(db, scope, catalogue, now()),
    'POST /api/stock/lots': async ({ scope, body }) => {
      await receive(db, scope, body, catalogue, now())
      return stockOf(db, scope, catalogue, now())
    },
    'POST /api/stock/counts': async ({ scope, body }) => {
      await count(db, scope, body, now())
      return stockOf(db, scope, catalogue, now())
    },
    'GET /api/stock/lots/:id/moves': ({ scope, params }) => movesOf(db, scope, params.id),
    'GET /api/stock/csv': async ({ scope }) => ({
      type: 'text/csv',
      bytes: new TextEncoder().encode(await stockCsv(db, scope)),
      name: 'stock.csv',
    }),
    'POST /api/stock/csv': ({ scope, body }) => takeStock(db, scope, body, catalogue, now()),
  })
