import type { KnownScopes } from '#server/http/known-scopes.ts'
import { Problem } from '#server/http/problem.ts'
import type { Caller } from './caller.ts'
import type { Guard } from './guards.ts'
import { RateLimit } from './limits.ts'

/**
 * Limits how fast one may ask: by session where one is known to be real, else by where the call comes from. A cookie that nobody gave out
 * buys nothing, and to be looked up at all costs one of the address's own calls.
 */
export function rateLimit(perSecond: number, scopes: KnownScopes, caller: Caller): Guard {
  const limit = new RateLimit(perSecond)
  return async (c) => {
    const session = scopes.recall(c.get('token'))?.session
    const wait = await limit.take(session ? `session ${session}` : `address ${caller.address(c)}`)
    if (wait > 0)
      throw new Problem(429, 'too-fast', `Too many requests. Try again in ${wait} s.`, [], { retryAfter: wait })
  }
}
