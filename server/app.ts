import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { Hono } from 'hono'
import { catalogueRoutes } from './catalogue/routes.ts'
import { checkInRoutes } from './check-in/routes.ts'
import { customerRoutes } from './customers/routes.ts'
import { dayRoutes } from './day/routes.ts'
import { exportRoutes } from './export/routes.ts'
import { handoverRoutes } from './handover/routes.ts'
import { createApp } from './http/app.ts'
import type { Env } from './http/env.ts'
import type { Exists } from './http/install-route.ts'
import { servePages } from './http/pages.ts'
import type { AppContext, Route } from './http/route.ts'
import { jobOf } from './jobs/jobs.ts'
import { meterStream } from './meter/stream.ts'
import { mixingRoutes } from './mixing/routes.ts'
import { peopleRoutes } from './people/routes.ts'
import { signInRoutes } from './people/sign-in.ts'
import { photoRoutes } from './photos/routes.ts'
import { planRoutes } from './plan/routes.ts'
import { procedureRoutes } from './procedures/routes.ts'
import { recordsRoutes } from './records/routes.ts'
import { shopRoutes } from './shop/routes.ts'
import { stockRoutes } from './stock/routes.ts'
import { vehicleRoutes } from './vehicles/routes.ts'
import { weatherRoutes } from './weather/routes.ts'
import { workRoutes } from './work/routes.ts'

/** Every route of the product, one list a capability. */
export const allRoutes = (context: AppContext): Route[] =>
  [
    signInRoutes,
    peopleRoutes,
    dayRoutes,
    catalogueRoutes,
    checkInRoutes,
    photoRoutes,
    customerRoutes,
    vehicleRoutes,
    procedureRoutes,
    mixingRoutes,
    stockRoutes,
    planRoutes,
    workRoutes,
    handoverRoutes,
    shopRoutes,
    recordsRoutes,
    exportRoutes,
    weatherRoutes,
  ].flatMap((routes) => routes(context))

/** The application: the interface under /api, and the built pages for everything else. */
export function buildApp(context: AppContext, ending: AbortSignal, pages?: string): Hono<Env> {
  const exists: Exists = async (path, scope, id) => path.startsWith('/api/jobs/:id') && jobOf(context.db, scope, id!)
  const app = createApp(context, allRoutes(context), exists, ending, [meterStream(context)])
  if (pages && existsSync(join(pages, 'index.html'))) servePages(app, pages)
  return app
}
