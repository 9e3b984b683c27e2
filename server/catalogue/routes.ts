import { Catalogue } from '#core/catalogue/catalogue.ts'
import { type Route, route, type World } from '#server/http/route.ts'

export const catalogueRoutes = ({ catalogue }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/catalogue',
    allow: 'catalogue.see',
    answer: Catalogue,
    handle: async (): Promise<Catalogue> => catalogue,
  }),
]
