import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { type Route, routes, type World } from '#server/http/route.ts'
import { catalogueWires } from './wire.ts'

export const catalogueRoutes = ({ catalogue }: World): Route[] =>
  routes(catalogueWires, {
    'GET /api/catalogue': async (): Promise<Catalogue> => catalogue,
  })
