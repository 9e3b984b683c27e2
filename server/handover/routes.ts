import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { reportOf } from '#core/handover/report.ts'
import { ownCatalogue } from '#core/shop/catalogue.ts'
import type { Database } from '#server/database/connection.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import { type AppContext, type FileAnswer, type Route, routes } from '#server/http/route.ts'
import type { Scope } from '#server/http/scope.ts'
import { jobAtWork } from '#server/jobs/jobs.ts'
import { namesOf } from '#server/jobs/names.ts'
import { speak } from '#words/en/speak.ts'
import { leafOf } from './leaf.ts'
import { paperPdf } from './paper.ts'
import { messagesOf, sendMessage } from './store/messages.ts'
import { pairsFor, picturesOf } from './store/pairs.ts'
import { heldBy, revoke, share, sharesOf } from './store/shares.ts'
import { addressOf } from './store/shop.ts'
import type { ReportView } from './views.ts'
import { handoverWires } from './wire.ts'

async function reportView(db: Database, scope: Scope, id: string, catalogue: Catalogue): Promise<ReportView> {
  const { job, procedure, state } = await jobAtWork(db, scope, id)
  if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
  return {
    job: { id: job.id, callSign: job.callSign, colour: job.colour, state: job.state },
    shopName: scope.shopName,
    shopAddress: await addressOf(db, scope),
    checkIn: job.checkIn,
    report: reportOf(job.checkIn, procedure, state, catalogue, scope.timeZone),
    names: await namesOf(db, scope),
  }
}

/** What a customer is told of a job, and which pictures with it. */
async function told({ db, now }: AppContext, scope: Scope, id: string, catalogue: Catalogue) {
  const view = await reportView(db, scope, id, catalogue)
  const { body } = view.checkIn.vehicle
  const surfaces = new Map(surfacesOf(body, catalogue.surfaces).map((s) => [s.id, speak.surface(s.name)]))
  const pairs = await pairsFor(db, scope, id)
  const names = pairs.map(({ surface }) => surfaces.get(surface) ?? '')
  return { view, pairs, leaf: leafOf(view, names, scope.timeZone, now()) }
}

/** The paper a customer takes home. */
async function paper(context: AppContext, scope: Scope, id: string, catalogue: Catalogue): Promise<FileAnswer> {
  const { view, pairs, leaf } = await told(context, scope, id, catalogue)
  return {
    type: 'application/pdf',
    bytes: await paperPdf(leaf, view, await picturesOf(context.files, pairs)),
    name: `handover-${leaf.plate.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.pdf`,
  }
}

export const handoverRoutes = (context: AppContext): Route[] => {
  const { db, now } = context
  return routes(handoverWires, {
    'GET /api/jobs/:id/report': ({ catalogue, scope, params }) => reportView(db, scope, params.id, catalogue),
    'GET /api/jobs/:id/report/paper': ({ catalogue, scope, params }) => paper(context, scope, params.id, catalogue),
    'GET /api/jobs/:id/shares': ({ scope, params }) => sharesOf(db, scope, params.id),
    'POST /api/jobs/:id/shares': ({ scope, params, body }) => share(db, scope, params.id, body, now()),
    'DELETE /api/shares/:id': ({ scope, params }) => revoke(db, scope, params.id, now()),
    'GET /api/given/:token': async ({ params }) => {
      const { job, scope } = await heldBy(db, params.token, now())
      return (await told(context, scope, job, ownCatalogue(context.catalogue, scope.own))).leaf
    },
    'GET /api/given/:token/paper': async ({ params }) => {
      const { job, scope } = await heldBy(db, params.token, now())
      const { type, bytes } = await paper(context, scope, job, ownCatalogue(context.catalogue, scope.own))
      // Shown, not kept: whoever holds the link looks at it.
      return { type, bytes }
    },
    'GET /api/given/:token/photos/:place/:when': async ({ params }) => {
      const { job, scope } = await heldBy(db, params.token, now())
      const pair = (await pairsFor(db, scope, job))[Number(params.place)]
      const hash = params.when === 'before' || params.when === 'after' ? pair?.[params.when] : undefined
      if (hash === undefined) throw notFound('picture')
      return { type: 'image/jpeg', bytes: await context.files.get(hash) }
    },
    'POST /api/jobs/:id/messages': ({ scope, params, body }) => sendMessage(db, scope, params.id, body, now()),
    'GET /api/messages': ({ scope }) => messagesOf(db, scope),
  })
}
