import { Type } from '@sinclair/typebox'
import { wires } from '#server/http/wire.ts'
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

export const planWires = wires({
  'GET /api/plan': {
    allow: 'plan.see',
    answer: Type.Union([PlanView, Type.Null()]),
  },
  'GET /api/plan/problem': {
    allow: 'plan.see',
    // The planner's whole input and answer, as `bin/chamomile plan` reads and writes them; screens need far less.
    answer: Type.Union([PlanProblemView, Type.Null()]),
  },
  'POST /api/plan': {
    allow: 'plan.write',
    answer: PlanView,
  },
  'PUT /api/plan': {
    allow: 'plan.write',
    body: ChangeBody,
    answer: BrokenView,
  },
})
