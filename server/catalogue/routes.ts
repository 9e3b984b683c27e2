import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { catalogueWires } from './wire.ts'

export const catalogueRoutes = ({ catalogue }: AppContext): Route[] =>
  routes(catalogueWires, {
    'GET /api/catalogue': async (): Promise<Catalogue> => catalogue,
  })
