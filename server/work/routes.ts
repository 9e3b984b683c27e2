import { WorkIntent } from '#core/work/schema.ts'
import { eventsOf } from '#server/http/jobs.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { appendEvent, workView } from './store.ts'

export const workRoutes = ({ db, catalogue, live, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/jobs/:id/work',
    allow: 'work.see',
    handle: ({ scope, params }) => workView(db, scope, params.id!, catalogue, now()),
  }),
  route({
    method: 'GET',
    path: '/api/jobs/:id/events',
    allow: 'work.see',
    handle: ({ scope, params }) => eventsOf(db, scope, params.id!),
  }),
  route({
    method: 'POST',
    path: '/api/jobs/:id/events',
    allow: 'day.see',
    body: WorkIntent,
    handle: async ({ scope, params, body }) => {
      const event = await appendEvent(db, scope, params.id!, body, catalogue, now())
      live.wake()
      return event
    },
  }),
]
