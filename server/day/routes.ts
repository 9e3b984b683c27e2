import { activityId } from '#core/procedures/activities.ts'
import { dayAfter, dayIn, minuteOf } from '#core/units/shop-time.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { jobOf } from '#server/jobs/jobs.ts'
import { namesOf } from '#server/jobs/names.ts'
import { openJob, openJobs } from '#server/jobs/open-jobs.ts'
import { airOf, hallOf, type KnownWeather, weatherOn } from '#server/jobs/weather.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { upkeepDue } from '#server/shelf/upkeep.ts'
import { type DayGround, dayCard, progressBy } from './card.ts'
import type { DayJobView, DayView } from './views.ts'
import { dayWires } from './wire.ts'

export const dayRoutes = ({ catalogue: shipped, db, now }: AppContext): Route[] => {
  const progress = progressBy(shipped.stages)
  const groundOf = async (scope: Scope, day: string, at: string): Promise<DayGround & { known: KnownWeather[] }> => {
    const plan = await dayPlanOf(db, scope, day)
    const before = dayAfter(day, -1)
    const [known, hall] = await Promise.all([weatherOn(db, scope, [before, day]), hallOf(db, scope)])
    const on = (wanted: string) => (hall ? undefined : known.find((k) => k.day === wanted)?.weather)
    const today = on(day)
    return {
      at,
      names: await namesOf(db, scope),
      progress,
      ends: plan?.ends ?? new Map(),
      begins: (job, step) => plan?.begins.get(activityId(job, step)),
      minuteOf: (iso) => minuteOf(scope.timeZone, day, iso),
      weather: { today, yesterday: on(before) },
      outside: hall ?? (today && airOf(today)),
      known: known.filter((k) => k.day === day),
    }
  }
  return routes(dayWires, {
    'GET /api/day': async ({ catalogue, scope }): Promise<DayView> => {
      const at = now()
      const day = dayIn(scope.timeZone, at)
      const ground = await groundOf(scope, day, at)
      const [today] = ground.known
      const jobs = await openJobs(db, scope, catalogue)
      const due = await upkeepDue(db, scope, day)
      return {
        day,
        now: minuteOf(scope.timeZone, day, at),
        serverTime: at,
        bottles: (await bottlesOf(db, scope, at)).flatMap(({ id, name, content }) =>
          content?.pastLife ? [{ id, name, product: content.product }] : [],
        ),
        ...(due.length > 0 ? { upkeep: due } : {}),
        ...(today ? { weather: { ...today.weather, source: today.source } } : {}),
        jobs: jobs.map((job) => dayCard(job, ground)),
      }
    },
    'GET /api/jobs/:id/card': async ({ catalogue, scope, params }): Promise<DayJobView | null> => {
      const at = now()
      const job = await openJob(db, scope, params.id, catalogue)
      if (!job) {
        await jobOf(db, scope, params.id)
        return null
      }
      return dayCard(job, await groundOf(scope, dayIn(scope.timeZone, at), at))
    },
  })
}
