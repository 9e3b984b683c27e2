import { Problem } from '#server/http/problem.ts'
import { type Route, routes, type World } from '#server/http/route.ts'
import { eventsOf, jobOf } from '#server/jobs/jobs.ts'
import { appendEvent, appendFacts, workView } from './store.ts'
import { workWires } from './wire.ts'

export const workRoutes = ({ catalogue, db, now }: World): Route[] =>
  routes(workWires, {
    'GET /api/jobs/:id/work': ({ scope, params }) => workView(db, scope, params.id, catalogue, now()),
    'GET /api/jobs/:id/events': async ({ scope, params, query }) => {
      const after = Number(query.after ?? 0)
      if (!Number.isSafeInteger(after) || after < 0)
        throw new Problem(400, 'invalid', '"after" is no position.', [
          { pointer: '/after', message: 'A whole number.' },
        ])
      await jobOf(db, scope, params.id)
      return eventsOf(db, scope, params.id, after, 500)
    },
    'POST /api/jobs/:id/events': async ({ scope, params, body }) => {
      if ('events' in body) return { events: await appendFacts(db, scope, params.id, body, catalogue, now()) }
      return appendEvent(db, scope, params.id, body, catalogue, now())
    },
  })
