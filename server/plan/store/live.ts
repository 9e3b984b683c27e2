import { LRUCache } from 'lru-cache'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { forecast } from '#core/plan/forecast/forecast.ts'
import type { Forecast } from '#core/plan/forecast/schema.ts'
import { type HandPin, standingPins, withPins } from '#core/plan/pins.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import type { Database } from '#server/database/connection.ts'
import type { Scope } from '#server/http/scope.ts'
import { type DayPlan, dayPlanOf } from '#server/jobs/day-plan.ts'
import { type OpenJob, openJobs } from '#server/jobs/open-jobs.ts'
import { requestOf, today } from './request.ts'

/** The plan people go by, and the day as it stands: what really happened pushes what waits for it. */
export interface Live {
  /** The same as long as nothing has happened and the minute is the same. */
  key: string
  plan: DayPlan
  jobs: readonly OpenJob[]
  pins: readonly HandPin[]
  /** As of now, and the same with what is pinned. */
  request: PlanRequest
  pinned: PlanRequest
  forecast: Forecast
}

const cache = new LRUCache<string, Omit<Live, 'plan' | 'jobs'>>({ max: 50 })

/** Today's plan as it will come; undefined while there is none. */
export async function liveOf(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<Live | undefined> {
  const day = today(scope, now)
  const plan = await dayPlanOf(db, scope, day)
  if (!plan) return undefined
  const jobs = await openJobs(db, scope, catalogue)
  const request = await requestOf(db, scope, jobs, catalogue, now)
  const key = JSON.stringify([
    plan.version,
    request.now,
    request.technicians,
    request.equipment,
    // The weather: what dries takes longer in another.
    request.activities.reduce((sum, a) => sum + a.minutes, 0),
    jobs.map(({ job }) => [job.id, job.position, job.due]),
  ])
  const place = `${scope.shop} ${day}`
  const known = cache.get(place)
  if (known?.key === key) return { ...known, plan, jobs }
  const pins = standingPins(request, plan.pins)
  const pinned = withPins(request, pins)
  const live = { key, pins, request, pinned, forecast: forecast(pinned, plan.answer.assignments, { days: 0 }) }
  cache.set(place, live)
  return { ...live, plan, jobs }
}
