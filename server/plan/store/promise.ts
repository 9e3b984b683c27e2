import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Activity, PlanLink } from '#core/plan/schema.ts'
import { minuteOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import { inWorker } from '#server/plan/planner.ts'
import type { PromiseView } from '#server/plan/views.ts'
import { requestOf, today } from './request.ts'

interface Wanted {
  job: string
  arrives: string
  activities: readonly Activity[]
  links: readonly PlanLink[]
}

/** When a car that is not planned yet could be ready among what is. @throws Problem for a car that is planned already */
export async function promiseAmong(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
  { job, arrives, activities, links }: Wanted,
): Promise<PromiseView> {
  const day = today(scope, now)
  const [plan, jobs] = await Promise.all([dayPlanOf(db, scope, day), openJobs(db, scope, catalogue)])
  const request = await requestOf(db, scope, jobs, catalogue, now)
  if (request.jobs.some((j) => j.id === job))
    throw new Problem(409, 'already-issued', 'It is issued and planned: the plan says when it will be ready.')
  const answer = await inWorker('promise', {
    request,
    assignments: plan?.answer.assignments ?? [],
    wanted: { job, release: Math.max(0, Math.ceil(minuteOf(scope.timeZone, day, arrives))), activities, links },
    mostPeople: catalogue.figures.mostPeople,
  })
  const signs = new Map(jobs.map((j) => [j.job.id, j.job.callSign]))
  return {
    ready: answer?.forecast.odds[10] ?? null,
    likely: answer?.forecast.likely ?? null,
    late: (answer?.late ?? []).flatMap((id) => signs.get(id) ?? []),
  }
}
