import { LRUCache } from 'lru-cache'
import { notFound } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { inWorker } from './planner.ts'
import { changePlan, letGo } from './store/change.ts'
import { liveOf } from './store/live.ts'
import { makePlan, takeBack } from './store/make.ts'
import { keepOffer, leaveOffer, offerFor } from './store/offer.ts'
import { promiseAmong } from './store/promise.ts'
import { today } from './store/request.ts'
import { planView } from './store/view.ts'
import type { OddsView } from './views.ts'
import { planWires } from './wire.ts'

/** Milliseconds that odds are good for: they cost a second of a processor, and a step more or less hardly moves them. */
const oddsKept = 120_000

export const planRoutes = ({ db, now }: AppContext): Route[] => {
  /** Odds by shop and plan; every screen that shows it asks. */
  const odds = new LRUCache<string, Promise<OddsView>>({ max: 20, ttl: oddsKept })
  return routes(planWires, {
    'GET /api/plan': ({ catalogue, scope }) => planView(db, scope, catalogue, now()),
    'GET /api/plan/problem': async ({ scope }) => {
      const row = await dayPlanOf(db, scope, today(scope, now()))
      return row ? { request: row.request, answer: row.answer } : null
    },
    'POST /api/plan': async ({ catalogue, scope }) => {
      await makePlan(db, scope, catalogue, now())
      return (await planView(db, scope, catalogue, now()))!
    },
    'PUT /api/plan': ({ catalogue, scope, body }) => changePlan(db, scope, catalogue, now(), body),
    'POST /api/plan/back': async ({ catalogue, scope, body }) => {
      await takeBack(db, scope, now(), body.version)
      return (await planView(db, scope, catalogue, now()))!
    },
    'POST /api/plan/let-go': async ({ catalogue, scope, body }) => {
      await letGo(db, scope, now(), body)
      return (await planView(db, scope, catalogue, now()))!
    },
    'GET /api/plan/offer': ({ catalogue, scope }) => offerFor(db, scope, catalogue, now()),
    'POST /api/plan/keep': async ({ catalogue, scope, body }) => {
      await keepOffer(db, scope, now(), body.offer)
      return (await planView(db, scope, catalogue, now()))!
    },
    'POST /api/plan/leave': async ({ catalogue, scope, body }) => {
      await leaveOffer(db, scope, catalogue, now(), body.version)
      return (await planView(db, scope, catalogue, now()))!
    },
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
      sampling.catch(() => odds.delete(key))
      return sampling
    },
    'GET /api/plan/help/:id': async ({ catalogue, scope, params }) => {
      const live = await liveOf(db, scope, catalogue, now())
      if (!live?.request.jobs.some((j) => j.id === params.id)) throw notFound('car in today’s plan')
      return inWorker('help', { request: live.pinned, assignments: live.forecast.assignments, job: params.id })
    },
  })
}
