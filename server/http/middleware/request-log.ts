import { randomUUID } from 'node:crypto'
import type { MiddlewareHandler } from 'hono'
import type { Logger } from 'pino'
import type { Env } from '#server/http/env.ts'

/** Gives every request an id, which its answer and its line in the log carry. */
export function requestLog(log: Logger): MiddlewareHandler<Env> {
  return async (c, next) => {
    const requestId = randomUUID()
    c.set('requestId', requestId)
    c.header('x-request-id', requestId)
    const start = performance.now()
    await next()
    log.info({
      requestId,
      method: c.req.method,
      path: c.req.path,
      status: c.res.status,
      ms: Math.round(performance.now() - start),
    })
  }
}
