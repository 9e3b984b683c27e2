import { LRUCache } from 'lru-cache'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { notFound } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { inWorker } from './planner.ts'
import { changePlan, letGo } from './store/change.ts'
import { keepForetold } from './store/foretold.ts'
import { liveOf } from './store/live.ts'
import { makePlan, takeBack } from './store/make.ts'
import { keepOffer, leaveOffer, offerFor } from './store/offer.ts'
import { promiseAmong } from './store/promise.ts'
import { today } from './store/request.ts'
import { planView } from './store/view.ts'
import type { OddsView, PlanView } from './views.ts'
import { planWires } from './wire.ts'

/** Milliseconds that odds are good for: they cost a second of a processor, and a step more or less hardly moves them. */
const oddsKept = 120_000

export const planRoutes = ({ db, now }: AppContext): Route[] => {
  /** Odds by shop and plan; every screen that shows it asks. */
  const odds = new LRUCache<string, Promise<OddsView>>({ max: 20, ttl: oddsKept })
  /** The plan as it is once something is done to it. */
  const planAfter = async (done: Promise<void>, scope: Scope, catalogue: Catalogue): Promise<PlanView> => {
    await done
    return (await planView(db, scope, catalogue, now()))!
  }
  return routes(planWires, {
    'GET /api/plan': ({ catalogue, scope }) => planView(db, scope, catalogue, now()),
    'GET /api/plan/problem': async ({ scope }) => {
      const row = await dayPlanOf(db, scope, today(scope, now()))
      return row ? { request: row.request, answer: row.answer } : null
    },
    'POST /api/plan': ({ catalogue, scope }) => planAfter(makePlan(db, scope, catalogue, now()), scope, catalogue),
    'PUT /api/plan': ({ catalogue, scope, body }) => changePlan(db, scope, catalogue, now(), body),
    'POST /api/plan/back': ({ catalogue, scope, body }) =>
      planAfter(takeBack(db, scope, now(), body.version), scope, catalogue),
    'POST /api/plan/let-go': ({ catalogue, scope, body }) => planAfter(letGo(db, scope, now(), body), scope, catalogue),
    'GET /api/plan/offer': ({ catalogue, scope }) => offerFor(db, scope, catalogue, now()),
    'POST /api/plan/keep': ({ catalogue, scope, body }) =>
      planAfter(keepOffer(db, scope, now(), body.offer), scope, catalogue),
    'POST /api/plan/leave': ({ catalogue, scope, body }) =>
      planAfter(leaveOffer(db, scope, catalogue, now(), body.version), scope, catalogue),
    'POST /api/plan/promise': ({ catalogue, scope, body }) => promiseAmong(db, scope, catalogue, now(), body),
    'GET /api/plan/odds': async ({ catalogue, scope }) => {
      const live = await liveOf(db, scope, catalogue, now())
      if (!live) return null
      const { pinned: request, plan } = live
      const key = `${scope.shop} ${plan.version} ${JSON.stringify(request.technicians)}`
      const known = odds.get(key)
      if (known) return known
      const sampling = inWorker('odds', { request, assignments: plan.answer.assignments }).then(({ jobs }) => ({
        now: request.now ?? 0,
        jobs,
      }))
      odds.set(key, sampling)
      sampling.then(({ jobs }) => keepForetold(db, scope, jobs, now())).catch(() => odds.delete(key))
      return sampling
    },
    'GET /api/plan/help/:id': async ({ catalogue, scope, params }) => {
      const live = await liveOf(db, scope, catalogue, now())
      if (!live?.request.jobs.some((j) => j.id === params.id)) throw notFound('car in today’s plan')
      return inWorker('help', { request: live.pinned, assignments: live.forecast.assignments, job: params.id })
    },
  })
}
