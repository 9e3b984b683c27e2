import { Type } from '@sinclair/typebox'
import { type Route, route, type World } from '#server/http/route.ts'
import { changePlan, makePlan, planRow, planView, today } from './store.ts'
import { BrokenView, PlanProblemView, PlanView } from './views.ts'

const ChangeBody = Type.Object(
  {
    version: Type.Integer({ minimum: 1 }),
    activity: Type.String({ minLength: 1, maxLength: 200 }),
    technicians: Type.Array(Type.String({ maxLength: 36 }), { minItems: 1, maxItems: 8, uniqueItems: true }),
    /** Only ask what would break. */
    dryRun: Type.Boolean(),
  },
  { additionalProperties: false },
)

export const planRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/plan',
    allow: 'plan.see',
    answer: Type.Union([PlanView, Type.Null()]),
    handle: ({ scope }) => planView(db, scope, catalogue, now()),
  }),
  route({
    method: 'GET',
    path: '/api/plan/problem',
    allow: 'plan.see',
    // The planner's whole input and answer, as `bin/chamomile plan` reads and writes them; screens need far less.
    answer: Type.Union([PlanProblemView, Type.Null()]),
    handle: async ({ scope }) => {
      const row = await planRow(db, scope, today(scope, now()))
      return row ? { request: row.request, answer: row.answer } : null
    },
  }),
  route({
    method: 'POST',
    path: '/api/plan',
    allow: 'plan.write',
    answer: PlanView,
    handle: async ({ scope }) => {
      await makePlan(db, scope, catalogue, now())
      return planView(db, scope, catalogue, now())
    },
  }),
  route({
    method: 'PUT',
    path: '/api/plan',
    allow: 'plan.write',
    body: ChangeBody,
    answer: BrokenView,
    handle: async ({ scope, body }) => {
      const warnings = await changePlan(db, scope, now(), body.version, body, body.dryRun)
      return { warnings }
    },
  }),
]
