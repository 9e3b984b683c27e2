import { reportOf } from '#core/handover/report.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { jobAtWork } from '#server/jobs/jobs.ts'
import { namesOf } from '#server/jobs/names.ts'
import type { ReportView } from './views.ts'
import { handoverWires } from './wire.ts'

export const handoverRoutes = ({ db }: AppContext): Route[] =>
  routes(handoverWires, {
    'GET /api/jobs/:id/report': async ({ catalogue, scope, params }): Promise<ReportView> => {
      const { job, procedure, state } = await jobAtWork(db, scope, params.id)
      if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
      return {
        job: { id: job.id, callSign: job.callSign, colour: job.colour, state: job.state },
        shopName: scope.shopName,
        checkIn: job.checkIn,
        report: reportOf(job.checkIn, procedure, state, catalogue, scope.timeZone),
        names: await namesOf(db, scope),
      }
    },
  })
