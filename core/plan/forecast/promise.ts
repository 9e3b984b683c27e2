import { withAsked } from '#core/plan/machines.ts'
import { plan } from '#core/plan/plan.ts'
import type { Activity, Assignment, PlanLink, PlanRequest } from '#core/plan/schema.ts'
import { forecast } from './forecast.ts'
import type { JobForecast } from './schema.ts'

/** Rounds of search for the place of one car more. */
const rounds = 15

/** A car that is not planned yet. */
export interface Wanted {
  job: string
  /** Not before. */
  release: number
  activities: readonly Activity[]
  links: readonly PlanLink[]
}

/**
 * When one car more could be ready among what is booked: everything else stays as it is planned wherever that is possible, and the car finds
 * its place between.
 * @param request the day as it stands; what is booked is in it
 * @param previous the plan people follow; empty where there is none
 * @param mostPeople at the car at once
 * @returns the car's own forecast, and the jobs that would be late for it and are not without it; undefined where it finds no room today
 * @throws BadInput for requests that contradict themselves
 */
export function promiseFor(
  request: PlanRequest,
  previous: readonly Assignment[],
  { job, release, activities, links }: Wanted,
  mostPeople: number,
): { forecast: JobForecast; late: string[] } | undefined {
  const more: PlanRequest = {
    ...request,
    equipment: withAsked(
      request.equipment ?? [],
      activities.flatMap((a) => a.equipment ?? []),
    ),
    // It stands where all the others do.
    jobs: [...request.jobs, { id: job, release, crewLimit: mostPeople, holds: request.jobs[0]?.holds ?? [] }],
    activities: [...request.activities, ...activities],
    links: [...(request.links ?? []), ...links],
    previous: [...previous],
    iterations: rounds,
  }
  const answer = plan(more)
  const own = new Set(activities.map((a) => a.id))
  if (answer.unscheduled.some((u) => own.has(u.activity))) return undefined
  const then = forecast(more, answer.assignments)
  const mine = then.jobs.find((j) => j.job === job)
  if (!mine) return undefined
  const before = new Set(
    forecast(request, previous, { days: 0 })
      .jobs.filter((j) => j.late)
      .map((j) => j.job),
  )
  return { forecast: mine, late: then.jobs.filter((j) => j.late && !before.has(j.job)).map((j) => j.job) }
}
