import { type Route, route, type World } from '#server/http/route.ts'
import { issue, procedureOf } from './store.ts'
import { ProcedureView } from './views.ts'

export const procedureRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.see',
    answer: ProcedureView,
    handle: async ({ scope, params }): Promise<ProcedureView> => procedureOf(db, scope, params.id!, catalogue),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/procedure',
    allow: 'procedure.issue',
    answer: ProcedureView,
    handle: async ({ scope, params }): Promise<ProcedureView> => {
      const { view } = await issue(db, scope, params.id!, catalogue, now())
      return view
    },
  }),
]
