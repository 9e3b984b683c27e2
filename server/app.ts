import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { serveStatic } from '@hono/node-server/serve-static'
import type { Hono } from 'hono'
import { catalogueRoutes } from './catalogue/routes.ts'
import { checkInRoutes } from './check-in/routes.ts'
import { dayRoutes } from './day/routes.ts'
import { handoverRoutes } from './handover/routes.ts'
import { createApp, type Env } from './http/app.ts'
import type { Route, World } from './http/route.ts'
import { mixingRoutes } from './mixing/routes.ts'
import { doorOf } from './people/doorway.ts'
import { peopleRoutes } from './people/routes.ts'
import { planRoutes } from './plan/routes.ts'
import { procedureRoutes } from './procedures/routes.ts'
import { workRoutes } from './work/routes.ts'

/** Every route of the product, one list a capability. */
export const allRoutes = (world: World): Route[] =>
  [
    peopleRoutes,
    dayRoutes,
    catalogueRoutes,
    checkInRoutes,
    procedureRoutes,
    mixingRoutes,
    planRoutes,
    workRoutes,
    handoverRoutes,
  ].flatMap((routes) => routes(world))

/** The application: the interface under /api, and the built pages for everything else. */
export function buildApp(world: World, ending: AbortSignal, pages?: string): Hono<Env> {
  const app = createApp(world, allRoutes(world), doorOf(world), ending)
  if (pages && existsSync(join(pages, 'index.html'))) {
    const index = readFileSync(join(pages, 'index.html'), 'utf8')
    app.use('/assets/*', async (c, next) => {
      await next()
      if (c.res.ok) c.header('cache-control', 'public, max-age=31536000, immutable')
    })
    app.use('/assets/*', serveStatic({ root: pages, precompressed: true }))
    app.get('/assets/*', (c) => c.text('Not found', 404))
    app.get('*', (c) => c.html(index, 200, { 'cache-control': 'no-cache' }))
  }
  return app
}
