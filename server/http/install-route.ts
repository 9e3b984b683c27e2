import { createHash } from 'node:crypto'
import type { Context, Hono } from 'hono'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { bodyMethods, jsonBody, uploaded } from './bodies.ts'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import type { Caller } from './middleware/caller.ts'
import { notAllowed, Problem } from './problem.ts'
import { requireScope } from './require-scope.ts'
import { may } from './roles.ts'
import type { AppContext, Cookies, FileAnswer, Route } from './route.ts'
import type { Scope } from './scope.ts'
import { check } from './validate.ts'

function fileResponse(c: Context, { type, bytes, name }: FileAnswer) {
  return c.body(new Uint8Array(bytes), 200, {
    'content-type': type,
    'content-disposition': name ? `attachment; filename="${name}"` : 'inline',
  })
}

/** Throws where what a path names is not this shop's; paths that name nothing of a shop pass. */
export type Exists = (path: string, scope: Scope, id: string | undefined) => Promise<unknown>

/** What routes of the table share. */
export interface Ground {
  context: AppContext
  scopes: KnownScopes
  caller: Caller
  exists: Exists
}

const cookiesOf = (c: Context, caller: Caller): Cookies => ({
  read: (name) => getCookie(c, name),
  keep: (name, value, maxAge) =>
    setCookie(c, name, value, { httpOnly: true, sameSite: 'Strict', path: '/', maxAge, secure: caller.isHttps(c) }),
  drop: (name) => void deleteCookie(c, name, { path: '/' }),
})

/** Whoever is signed in, if anybody is. */
async function scopeIfAny(c: Context<Env>, scopes: KnownScopes): Promise<Scope | undefined> {
  const token = c.get('token')
  return token ? scopes.of(token) : undefined
}

/** One route of the table: who asks, whether they may, what they bring, what they get. */
export function installRoute(app: Hono<Env>, route: Route, { context, scopes, caller, exists }: Ground) {
  app.on(route.method, route.path, async (c) => {
    const scope = route.allow === 'anybody' ? await scopeIfAny(c, scopes) : await requireScope(c, scopes)
    let body: unknown
    let bytes = new Uint8Array()
    try {
      if (route.allow !== 'anybody' && !may(scope!.role, route.allow)) throw notAllowed(scope!.role)
      if (route.upload) bytes = await uploaded(c, route.upload)
      else if (route.body) {
        body = await jsonBody(c)
        check(route.body, body)
      } else if (bodyMethods.has(route.method) && (await c.req.text()).trim() !== '') {
        throw new Problem(400, 'invalid', 'This takes no body.', [{ pointer: '', message: 'There should be no body.' }])
      }
    } catch (error) {
      // What another shop has is not there, whatever else is wrong: that comes before any other refusal. The handler itself looks as well.
      if (error instanceof Problem && scope) await exists(route.path, scope, c.req.param('id'))
      throw error
    }
    const answer = await route.handle({
      scope: scope as Scope,
      params: c.req.param() as Record<never, string>,
      query: c.req.query(),
      body: body as never,
      bytes,
      cookies: cookiesOf(c, caller),
    })
    if (route.rights) scopes.forget()
    // Screens hear of a write of our own at once; other servers find it at their next poll.
    if (route.method !== 'GET') context.live.wake()
    if (route.file) return fileResponse(c, answer as FileAnswer)
    if (answer === undefined) return c.body(null, 204)
    if (route.method !== 'GET') return c.json(answer as object)
    // Tagged here, where the answer still is one text: reading it back out of a response costs more than making it.
    const text = JSON.stringify(answer)
    c.header('etag', `"${createHash('sha1').update(text).digest('base64url')}"`)
    return c.body(text, 200, { 'content-type': 'application/json' })
  })
}
