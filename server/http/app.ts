import { type Context, Hono } from 'hono'
import { getCookie } from 'hono/cookie'
import { methodNotAllowed } from 'hono/method-not-allowed'
import { requestId } from 'hono/request-id'
import { ping } from '#server/database/connection.ts'
import { answered, ofJson } from './answer.ts'
import type { Env } from './env.ts'
import { type EventStream, installEventStream } from './event-stream.ts'
import { type Exists, installRoute } from './install-route.ts'
import { KnownScopes } from './known-scopes.ts'
import { installLive } from './live-route.ts'
import { bodySizes } from './middleware/body-sizes.ts'
import { Caller } from './middleware/caller.ts'
import { guarded } from './middleware/guards.ts'
import { compressed, tagged } from './middleware/lean-answers.ts'
import { rateLimit } from './middleware/rate-limit.ts'
import { requestLog } from './middleware/request-log.ts'
import { sameOrigin } from './middleware/same-origin.ts'
import { pageSecurity } from './middleware/security.ts'
import { openApi } from './openapi.ts'
import { notFound, Problem, problemDocument } from './problem.ts'
import type { AppContext, Route } from './route.ts'
import { sessionCookie } from './scope.ts'

function answerProblem(c: Context<Env>, error: Error, headers: Record<string, string> = {}) {
  const document = problemDocument(error, c.get('requestId'))
  return answered(c, JSON.stringify(document), document.status, {
    'content-type': 'application/problem+json',
    ...('retryAfter' in document && { 'retry-after': String(document.retryAfter) }),
    ...headers,
  })
}

/** Where a path of the table is asked by another method: 405, with the methods it has. */
function otherMethods(routes: readonly Route[]) {
  // Of the table alone: the pages answer every address, which would make everything a path that has GET.
  const table = new Hono<Env>()
  for (const route of routes) table.on(route.method, route.path, (c) => c.body(null))
  return methodNotAllowed({
    app: table,
    onMethodNotAllowed: (c, methods) =>
      answerProblem(c, new Problem(405, 'method', `${c.req.method} is not possible here.`), {
        allow: methods.join(', '),
      }),
  })
}

/** Builds the HTTP application from its routes. */
export function createApp(
  context: AppContext,
  routes: readonly Route[],
  exists: Exists,
  ending: AbortSignal,
  streams: readonly EventStream[] = [],
): Hono<Env> {
  const app = new Hono<Env>()
  const description = JSON.stringify(openApi(routes, streams))
  const scopes = new KnownScopes(context.db, context.live)
  const caller = new Caller(context.outside ?? {})
  app.use(requestId(), requestLog(context.log))
  app.use((c, next) => (c.req.path.startsWith('/api/') ? next() : pageSecurity(c, next)))
  app.use(
    '/api/*',
    guarded(
      (c) => c.set('token', getCookie(c, sessionCookie)),
      rateLimit(context.requestsPerSecond ?? 60, scopes, caller),
      sameOrigin(caller),
    ),
  )
  app.get('/api/*', compressed(), tagged())
  app.use('/api/*', bodySizes(routes))
  app.get('/healthz', (c) => c.json({ ok: true }))
  app.get('/readyz', async (c) => {
    try {
      await ping(context.db)
      return c.json({ ready: true })
    } catch {
      return c.json({ ready: false, detail: 'The database does not answer.' }, 503)
    }
  })
  app.get('/api/openapi.json', (c) => answered(c, description, 200, ofJson))
  installLive(app, context, scopes, ending)
  for (const stream of streams) installEventStream(app, stream, context.catalogue, scopes, ending)
  for (const route of routes) installRoute(app, route, { context, scopes, caller, exists })
  app.all('/api/*', otherMethods(routes), (c) => answerProblem(c, notFound('address')))
  app.onError((error, c) => {
    const document = problemDocument(error, c.get('requestId'))
    if (document.status >= 500)
      context.log.error({
        requestId: c.get('requestId'),
        error: error.message,
        cause: (error.cause as Error | undefined)?.message,
        stack: error.stack,
      })
    return answerProblem(c, error)
  })
  return app
}
