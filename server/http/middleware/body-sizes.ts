import type { MiddlewareHandler } from 'hono'
import type { Route } from '#server/http/route.ts'
import { bodySize } from './body-size.ts'

const megabyte = 1024 ** 2

/** No body over 1 MB, but where a route takes files: there over what it takes. */
export function bodySizes(routes: readonly Route[]): MiddlewareHandler {
  const small = bodySize(megabyte, '1 MB')
  const uploads = routes
    .filter((r) => r.upload)
    .map((r) => ({
      method: r.method,
      pattern: new RegExp(`^${r.path.replaceAll(/:[a-z]+/g, '[^/]+')}$`),
      limit: bodySize(r.upload!.most, `${r.upload!.most / megabyte} MB`),
    }))
  return (c, next) => {
    const upload = uploads.find((u) => u.method === c.req.method && u.pattern.test(c.req.path))
    return (upload?.limit ?? small)(c, next)
  }
}
