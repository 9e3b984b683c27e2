import { Type } from '@sinclair/typebox'
import { Help } from '#core/plan/forecast/schema.ts'
import { Activity as Activity_, PlanLink } from '#core/plan/schema.ts'
import { wires } from '#server/http/wire.ts'
import { ChangedView, OddsView, OfferView, PlanProblemView, PlanView, PromiseView } from './views.ts'

const Strict = { additionalProperties: false }
const Version = Type.Integer({ minimum: 1 })
const Activity = Type.String({ minLength: 1, maxLength: 200 })

const ChangeBody = Type.Object(
  {
    version: Version,
    /** Steps that go to other people, to another time, or both. */
    moves: Type.Array(
      Type.Object(
        {
          activity: Activity,
          technicians: Type.Array(Type.String({ maxLength: 36 }), { minItems: 1, maxItems: 8, uniqueItems: true }),
          /** Minutes of the day; null leaves the time to the plan. */
          start: Type.Union([Type.Integer({ minimum: 0, maximum: 2880 }), Type.Null()]),
        },
        Strict,
      ),
      { minItems: 1, maxItems: 200 },
    ),
    /** Only ask what would break, and what it would cost. */
    dryRun: Type.Boolean(),
  },
  Strict,
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
    answer: ChangedView,
  },
  'POST /api/plan/back': {
    allow: 'plan.write',
    body: Type.Object({ version: Version }, Strict),
    answer: PlanView,
  },
  'POST /api/plan/let-go': {
    allow: 'plan.write',
    body: Type.Object({ version: Version, activities: Type.Array(Activity, { minItems: 1, maxItems: 2000 }) }, Strict),
    answer: PlanView,
  },
  // What planning again would bring, as soon as something has happened that the plan does not hold for.
  'GET /api/plan/offer': {
    allow: 'plan.write',
    answer: Type.Union([OfferView, Type.Null()]),
  },
  'POST /api/plan/keep': {
    allow: 'plan.write',
    body: Type.Object({ offer: Type.String({ minLength: 1, maxLength: 36 }) }, Strict),
    answer: PlanView,
  },
  'POST /api/plan/leave': {
    allow: 'plan.write',
    body: Type.Object({ version: Version }, Strict),
    answer: PlanView,
  },
  'POST /api/plan/promise': {
    allow: 'plan.see',
    // A car that is not planned yet, by its procedure's activities: nothing of it is kept.
    body: Type.Object(
      {
        job: Type.String({ minLength: 1, maxLength: 36 }),
        /** When it is here; in the past it is here now. */
        arrives: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}(:\\d{2}(\\.\\d{1,3})?)?Z$' }),
        activities: Type.Array(Activity_, { minItems: 1, maxItems: 600 }),
        links: Type.Array(PlanLink, { maxItems: 4000 }),
      },
      Strict,
    ),
    answer: PromiseView,
  },
  'GET /api/plan/odds': {
    allow: 'plan.see',
    answer: Type.Union([OddsView, Type.Null()]),
  },
  'GET /api/plan/help/:id': {
    allow: 'plan.see',
    answer: Type.Array(Help),
  },
})
