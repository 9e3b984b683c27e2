import type { MiddlewareHandler } from 'hono'
import { compress } from 'hono/compress'
import { etag } from 'hono/etag'

/** Answers of GET, all but the endless stream's. */
const isLean = (method: string, path: string) => method === 'GET' && path !== '/api/live'

/** On a yard's thin line a day's plan is a tenth of its size. */
export function compressed(): MiddlewareHandler {
  const squeeze = compress({ threshold: 2048 })
  return (c, next) => (isLean(c.req.method, c.req.path) ? squeeze(c, next) : next())
}

/** Answers carry a tag, so that asking again for what has not changed costs a few bytes. */
export function tagged(): MiddlewareHandler {
  const tag = etag()
  return (c, next) => (isLean(c.req.method, c.req.path) ? tag(c, next) : next())
}
