import type { MiddlewareHandler } from 'hono'
import { getCookie } from 'hono/cookie'
import type { Env } from '#server/http/env.ts'
import type { KnownScopes } from '#server/http/known-scopes.ts'
import { Problem } from '#server/http/problem.ts'
import { sessionCookie } from '#server/http/scope.ts'
import type { Caller } from './caller.ts'
import { RateLimit } from './limits.ts'

/**
 * Limits how fast one may ask: by session where one is known to be real, else by where the call comes from. A cookie that nobody gave out
 * buys nothing, and to be looked up at all costs one of the address's own calls.
 */
export function rateLimit(perSecond: number, scopes: KnownScopes, caller: Caller): MiddlewareHandler<Env> {
  const limit = new RateLimit(perSecond)
  return async (c, next) => {
    const session = scopes.recall(getCookie(c, sessionCookie))?.session
    const wait = await limit.take(session ? `session ${session}` : `address ${caller.address(c)}`)
    if (wait > 0)
      throw new Problem(429, 'too-fast', `Too many requests. Try again in ${wait} s.`, [], { retryAfter: wait })
    await next()
  }
}
