import { notFound, Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import { eventsOf, issuedProcedure, jobOf } from '#server/jobs/jobs.ts'
import { appendEvent, appendFacts, workView } from './store.ts'
import { workWires } from './wire.ts'

export const workRoutes = (context: AppContext): Route[] => {
  const { db, now } = context
  return routes(workWires, {
    'GET /api/jobs/:id/work': ({ catalogue, scope, params }) =>
      workView(db, scope, params.id, catalogue, now(), context.meter !== undefined),
    'GET /api/jobs/:id/issued': async ({ scope, params, query }) => {
      const job = await jobOf(db, scope, params.id)
      const version = query.version === undefined ? job.procedureVersion : Number(query.version)
      if (version === null || !Number.isSafeInteger(version)) throw notFound('version of a procedure')
      const row = await issuedProcedure(db, scope, { id: job.id, procedureVersion: version })
      if (!row) throw notFound('version of a procedure')
      return { version: row.version, procedure: row.procedure }
    },
    'GET /api/jobs/:id/events': async ({ scope, params, query }) => {
      const after = Number(query.after ?? 0)
      if (!Number.isSafeInteger(after) || after < 0)
        throw new Problem(400, 'invalid', '"after" is no position.', [
          { pointer: '/after', message: 'A whole number.' },
        ])
      await jobOf(db, scope, params.id)
      return eventsOf(db, scope, params.id, after, 500)
    },
    'GET /api/jobs/:id/events/file': async ({ scope, params }) => {
      const { id, callSign } = await jobOf(db, scope, params.id)
      const lines = (await eventsOf(db, scope, id)).map((event) => `${JSON.stringify(event)}\n`)
      const name = `ledger-${callSign.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.jsonl`
      return { type: 'application/x-ndjson', bytes: new TextEncoder().encode(lines.join('')), name }
    },
    'POST /api/jobs/:id/events': async ({ catalogue, scope, params, body }) => {
      if ('events' in body) return { events: await appendFacts(db, scope, params.id, body, catalogue, now()) }
      return appendEvent(db, scope, params.id, body, catalogue, now())
    },
  })
}
