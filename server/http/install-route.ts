import { createHash } from 'node:crypto'
import type { Context, Hono } from 'hono'
import { getCookie } from 'hono/cookie'
import { serialize } from 'hono/utils/cookie'
import { ownCatalogue } from '#core/shop/catalogue.ts'
import { answered, ofJson } from './answer.ts'
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

/** Throws where what a path names is not this shop's; paths that name nothing of a shop pass. */
export type Exists = (path: string, scope: Scope, id: string | undefined) => Promise<unknown>

/** What routes of the table share. */
export interface Ground {
  context: AppContext
  scopes: KnownScopes
  caller: Caller
  exists: Exists
}

/** The cookies of a call; those it sets are collected as lines for its answer. */
const cookiesOf = (c: Context, caller: Caller, lines: string[]): Cookies => ({
  read: (name) => getCookie(c, name),
  keep: (name, value, maxAge) =>
    void lines.push(
      serialize(name, value, { httpOnly: true, sameSite: 'Strict', path: '/', maxAge, secure: caller.isHttps(c) }),
    ),
  drop: (name) => void lines.push(serialize(name, '', { path: '/', maxAge: 0 })),
})

const fileHeaders = ({ type, name }: FileAnswer) => ({
  'content-type': type,
  'content-disposition': name ? `attachment; filename="${name}"` : 'inline',
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
    const cookies: string[] = []
    const answer = await route.handle({
      scope: scope as Scope,
      catalogue: ownCatalogue(context.catalogue, scope?.own),
      params: c.req.param() as Record<never, string>,
      query: c.req.query(),
      body: body as never,
      bytes,
      cookies: cookiesOf(c, caller, cookies),
    })
    if (route.rights) scopes.forget()
    // Screens hear of a write of our own at once; other servers find it at their next poll.
    if (route.method !== 'GET') context.live.wake()
    if (route.file) {
      const file = answer as FileAnswer
      const body = file.bytes instanceof ReadableStream ? file.bytes : new Uint8Array(file.bytes)
      return answered(c, body, 200, fileHeaders(file))
    }
    if (answer === undefined) return answered(c, null, 204, {}, cookies)
    const text = JSON.stringify(answer)
    if (route.method !== 'GET') return answered(c, text, 200, ofJson, cookies)
    // Tagged here, where the answer still is one text: reading it back out of a response costs more than making it.
    const etag = `"${createHash('sha1').update(text).digest('base64url')}"`
    return answered(c, text, 200, { ...ofJson, etag }, cookies)
  })
}
