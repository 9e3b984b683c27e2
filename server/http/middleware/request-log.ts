import type { MiddlewareHandler } from 'hono'
import type { Logger } from 'pino'
import type { Env } from '#server/http/env.ts'

/** One line a request, under the id that its answer carries as well. */
export function requestLog(log: Logger): MiddlewareHandler<Env> {
  return async (c, next) => {
    const start = performance.now()
    await next()
    log.info({
      requestId: c.get('requestId'),
      method: c.req.method,
      path: c.req.path,
      status: c.res.status,
      ms: Math.round(performance.now() - start),
    })
  }
}
