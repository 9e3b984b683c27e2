import type { MiddlewareHandler } from 'hono'
import { compress } from 'hono/compress'
import { etag } from 'hono/etag'

/** All answers but those of streams, which end when nobody listens any more, and a whole shop, of which nothing is held. Only those of GET come through here. */
const isLean = (path: string) => !/^\/api\/(live|jobs\/[^/]+\/meter|shop\/export)$/.test(path)

/** On a yard's thin line a day's plan is a tenth of its size. */
export function compressed(): MiddlewareHandler {
  const squeeze = compress({ threshold: 2048 })
  return (c, next) => (isLean(c.req.path) ? squeeze(c, next) : next())
}

/** Answers carry a tag, so that asking again for what has not changed costs a few bytes. */
export function tagged(): MiddlewareHandler {
  const tag = etag()
  return (c, next) => (isLean(c.req.path) ? tag(c, next) : next())
}
