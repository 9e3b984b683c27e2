import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { reportOf } from '#core/handover/report.ts'
import type { Database } from '#server/database/connection.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { jobAtWork } from '#server/jobs/jobs.ts'
import { namesOf } from '#server/jobs/names.ts'
import { speak } from '#words/en/speak.ts'
import { paperPdf } from './paper.ts'
import { pairsFor } from './store.ts'
import type { ReportView } from './views.ts'
import { handoverWires } from './wire.ts'

async function reportView(db: Database, scope: Scope, id: string, catalogue: Catalogue): Promise<ReportView> {
  const { job, procedure, state } = await jobAtWork(db, scope, id)
  if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
  return {
    job: { id: job.id, callSign: job.callSign, colour: job.colour, state: job.state },
    shopName: scope.shopName,
    checkIn: job.checkIn,
    report: reportOf(job.checkIn, procedure, state, catalogue, scope.timeZone),
    names: await namesOf(db, scope),
  }
}

export const handoverRoutes = ({ db, files, now }: AppContext): Route[] =>
  routes(handoverWires, {
    'GET /api/jobs/:id/report': ({ catalogue, scope, params }) => reportView(db, scope, params.id, catalogue),
    'GET /api/jobs/:id/report/paper': async ({ catalogue, scope, params }) => {
      const view = await reportView(db, scope, params.id, catalogue)
      const { body, plate } = view.checkIn.vehicle
      const surfaces = new Map(surfacesOf(body, catalogue.surfaces).map((s) => [s.id, speak.surface(s.name)]))
      const pairs = await pairsFor(db, files, scope, params.id)
      const named = pairs.map((pair) => ({ ...pair, name: surfaces.get(pair.surface) ?? '' }))
      const bytes = await paperPdf(view, named, scope.timeZone, now())
      return {
        type: 'application/pdf',
        bytes,
        name: `handover-${plate.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.pdf`,
      }
    },
  })
