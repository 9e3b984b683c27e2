import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import { notFound } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { openJob, openJobs } from '#server/jobs/open-jobs.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { type DayGround, dayCard } from './card.ts'
import { crewNames, plannedEnds } from './store.ts'
import { DayJobView, DayView } from './views.ts'

export const dayRoutes = ({ db, catalogue, now }: World): Route[] => {
  const groundOf = async (scope: Scope, day: string, at: string): Promise<DayGround> => ({
    at,
    catalogue,
    nameOf: await crewNames(db, scope),
    assignments: await plannedEnds(db, scope, day),
  })
  return [
    route({
      method: 'GET',
      path: '/api/day',
      allow: 'day.see',
      answer: DayView,
      handle: async ({ scope }): Promise<DayView> => {
        const at = now()
        const day = dayIn(scope.timeZone, at)
        const ground = await groundOf(scope, day, at)
        const jobs = await openJobs(db, scope, catalogue)
        return {
          day,
          now: minuteOf(scope.timeZone, day, at),
          serverTime: at,
          bottles: (await bottlesOf(db, scope, at)).flatMap(({ id, name, content }) =>
            content?.pastLife ? [{ id, name, product: content.product }] : [],
          ),
          jobs: jobs.map((job) => dayCard(job, ground)),
        }
      },
    }),
    // One card of it: what a tap changes for everybody who looks at the day.
    route({
      method: 'GET',
      path: '/api/jobs/:id/card',
      allow: 'day.see',
      answer: DayJobView,
      handle: async ({ scope, params }): Promise<DayJobView> => {
        const at = now()
        const job = await openJob(db, scope, params.id!, catalogue)
        if (!job) throw notFound('open job')
        return dayCard(job, await groundOf(scope, dayIn(scope.timeZone, at), at))
      },
    }),
  ]
}
