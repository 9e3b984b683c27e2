import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { changePlan, makePlan, planView, today } from './store.ts'
import { planWires } from './wire.ts'

export const planRoutes = ({ db, now }: AppContext): Route[] =>
  routes(planWires, {
    'GET /api/plan': ({ catalogue, scope }) => planView(db, scope, catalogue, now()),
    'GET /api/plan/problem': async ({ scope }) => {
      const row = await dayPlanOf(db, scope, today(scope, now()))
      return row ? { request: row.request, answer: row.answer } : null
    },
    'POST /api/plan': async ({ catalogue, scope }) => {
      await makePlan(db, scope, catalogue, now())
      return (await planView(db, scope, catalogue, now()))!
    },
    'PUT /api/plan': async ({ scope, body }) => {
      const warnings = await changePlan(db, scope, now(), body.version, body, body.dryRun)
      return { warnings }
    },
  })
