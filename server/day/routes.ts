import { and, eq } from 'drizzle-orm'
import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { handsOn, isOver, stepState } from '#core/job/reduce.ts'
import { activityId } from '#core/procedures/activities.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import { people, plans } from '#server/database/schema.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { DayView } from './views.ts'

export const dayRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/day',
    allow: 'day.see',
    answer: DayView,
    handle: async ({ scope }): Promise<DayView> => {
      const at = now()
      const day = dayIn(scope.timeZone, at)
      const crew = await db.select({ id: people.id, name: people.name }).from(people).where(eq(people.shop, scope.shop))
      const nameOf = new Map(crew.map((p) => [p.id, p.name]))
      const [plan] = await db
        .select({ answer: plans.answer })
        .from(plans)
        .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
      const jobs = await openJobs(db, scope, catalogue)
      return {
        day,
        now: minuteOf(scope.timeZone, day, at),
        serverTime: at,
        bottles: (await bottlesOf(db, scope, at)).flatMap(({ id, name, content }) =>
          content?.pastLife
            ? [{ id, name, product: catalogue.products.find((p) => p.id === content.product)?.name ?? content.product }]
            : [],
        ),
        jobs: jobs.map(({ job, procedure, state, places }) => {
          const { vehicle } = job.checkIn
          const ends = (plan?.answer.assignments ?? [])
            .filter((a) => a.activity.startsWith(activityId(job.id, '')))
            .map((a) => a.end)
          const attended = procedure?.steps.filter((s) => s.crew > 0) ?? []
          return {
            id: job.id,
            callSign: job.callSign,
            colour: job.colour,
            state: job.state,
            vehicle: `${vehicle.make} ${vehicle.model}`.trim(),
            plate: vehicle.plate,
            petals: procedure ? petalsOf(procedure, state, catalogue.stages) : [],
            minutesLeft: procedure ? minutesLeft(procedure, state) : null,
            arrives: job.arrives,
            due: job.due,
            ready: ends.length > 0 ? Math.max(...ends) : null,
            running: attended
              .filter((s) => stepState(state, s.id).status === 'running')
              .map((s) => ({
                step: s.id,
                title: s.title,
                person: nameOf.get(stepState(state, s.id).runningBy!) ?? '',
              })),
            hands: handsOn(state),
            stepsDone: attended.filter((s) => isOver(state, s.id)).length,
            steps: attended.length,
            needs: procedure ? needsOf(procedure, state, places, at) : [],
          }
        }),
      }
    },
  }),
]
