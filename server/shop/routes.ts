import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { keepAbout, keepMachines, keepOwn, lookAtSetUp, setUpOf, shopOf, takeSetUp } from './store.ts'
import { shopWires } from './wire.ts'

// What a shop writes is judged against the shipped catalogue, never against what it wrote before.
export const shopRoutes = ({ catalogue: shipped, db, now }: AppContext): Route[] =>
  routes(shopWires, {
    'GET /api/shop': ({ scope }) => shopOf(db, scope),
    'PUT /api/shop/about': async ({ scope, body }) => {
      await keepAbout(db, scope, body)
      return shopOf(db, scope)
    },
    'PUT /api/shop/own': async ({ scope, body }) => {
      await keepOwn(db, scope, body, shipped, now())
      return shopOf(db, scope)
    },
    'PUT /api/shop/machines': async ({ scope, body }) => {
      await keepMachines(db, scope, body.machines, shipped)
      return shopOf(db, scope)
    },
    'GET /api/shop/set-up': ({ scope }) => setUpOf(db, scope),
    'POST /api/shop/set-up/look': ({ scope, body }) => lookAtSetUp(db, scope, body.setUp, shipped),
    'POST /api/shop/set-up': async ({ scope, body }) => {
      await takeSetUp(db, scope, body, shipped, now())
      return shopOf(db, scope)
    },
  })
