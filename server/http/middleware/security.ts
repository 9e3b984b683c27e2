import type { MiddlewareHandler } from 'hono'
import { secureHeaders } from 'hono/secure-headers'
import type { Guard } from './guards.ts'

/** What our pages may load and do: only what comes from here. */
export const pageSecurity: MiddlewareHandler = secureHeaders({
  contentSecurityPolicy: {
    defaultSrc: ["'self'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    workerSrc: ["'self'", 'blob:'],
    frameAncestors: ["'none'"],
    formAction: ["'self'"],
    baseUri: ["'none'"],
  },
})

/** Answers of the interface are data: no page may be made of them, shown in a frame or read by another site. */
const ofData: [string, string][] = [
  ['content-security-policy', "default-src 'none'; frame-ancestors 'none'; sandbox"],
  ['x-content-type-options', 'nosniff'],
  ['cross-origin-resource-policy', 'same-origin'],
  ['referrer-policy', 'no-referrer'],
]
export const dataSecurity: Guard = (c) => {
  for (const [name, value] of ofData) c.header(name, value)
  c.header('cache-control', c.req.method === 'GET' ? 'private, no-cache' : 'no-store')
}
