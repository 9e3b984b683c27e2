import { type Route, route, type World } from '#server/http/route.ts'
import { issue, procedureOf } from './store.ts'
import type { ProcedureView } from './views.ts'

export const procedureRoutes = ({ db, catalogue, live, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.see',
    handle: async ({ scope, params }): Promise<ProcedureView> => procedureOf(db, scope, params.id!, catalogue),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.issue',
    handle: async ({ scope, params }): Promise<ProcedureView> => {
      const { view } = await issue(db, scope, params.id!, catalogue, now())
      live.wake()
      return view
    },
  }),
]
