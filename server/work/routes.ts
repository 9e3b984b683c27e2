import { Type } from '@sinclair/typebox'
import { Facts, LedgerEvent, WorkIntent } from '#core/job/schema.ts'
import { Problem } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { eventsOf, jobOf } from '#server/jobs/jobs.ts'
import { appendEvent, appendFacts, workView } from './store.ts'
import { WorkView } from './views.ts'

const Strict = { additionalProperties: false }

export const workRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/work',
    allow: 'work.see',
    answer: WorkView,
    handle: ({ scope, params }) => workView(db, scope, params.id!, catalogue, now()),
  }),
  route({
    method: 'GET',
    path: '/api/jobs/:id/events',
    allow: 'work.see',
    answer: Type.Array(LedgerEvent),
    query: { after: 'Only events after this position; at most 500 come at once.' },
    handle: async ({ scope, params, query }) => {
      const after = Number(query.after ?? 0)
      if (!Number.isSafeInteger(after) || after < 0)
        throw new Problem(400, 'invalid', '"after" is no position.', [
          { pointer: '/after', message: 'A whole number.' },
        ])
      await jobOf(db, scope, params.id!)
      return eventsOf(db, scope, params.id!, after, 500)
    },
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/events',
    allow: 'day.see',
    // One intent, which may be refused, or what a device wrote down while it had no line, which is kept whatever happened meanwhile.
    body: Type.Union([WorkIntent, Facts]),
    answer: Type.Union([LedgerEvent, Type.Object({ events: Type.Array(LedgerEvent) }, Strict)]),
    handle: async ({ scope, params, body }) => {
      if ('events' in body) return { events: await appendFacts(db, scope, params.id!, body, catalogue, now()) }
      return appendEvent(db, scope, params.id!, body, catalogue, now())
    },
  }),
]
