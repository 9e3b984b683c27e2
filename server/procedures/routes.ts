import { type Route, route, type World } from '#server/http/route.ts'
import { keepHouseRules } from './house-rules.ts'
import { issue, procedureOf } from './store.ts'
import { HouseRulesView, ProcedureView } from './views.ts'

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
  route({
    method: 'GET',
    path: '/api/house-rules',
    allow: 'procedure.see',
    answer: HouseRulesView,
    handle: async ({ scope }): Promise<HouseRulesView> => ({ choices: scope.houseRules }),
  }),
  route({
    method: 'PUT',
    path: '/api/house-rules',
    allow: 'standards.write',
    rights: true,
    body: HouseRulesView,
    answer: HouseRulesView,
    handle: async ({ scope, body }): Promise<HouseRulesView> => {
      await keepHouseRules(db, scope, body.choices, catalogue)
      return body
    },
  }),
]
