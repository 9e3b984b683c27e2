import type { Context } from 'hono'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import { Problem } from './problem.ts'
import type { Scope } from './scope.ts'

/** Whose request it is. @throws Problem 401 when nobody's */
export async function requireScope(c: Context<Env>, scopes: KnownScopes): Promise<Scope> {
  const token = c.get('token')
  const scope = token ? await scopes.of(token) : undefined
  if (!scope) throw new Problem(401, 'signed-out', 'Sign in first.')
  return scope
}
