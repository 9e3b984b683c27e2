import { randomUUID } from 'node:crypto'
import { sql } from 'drizzle-orm'
import type { Context } from 'hono'
import { Hono } from 'hono'
import { compress } from 'hono/compress'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { etag } from 'hono/etag'
import { streamSSE } from 'hono/streaming'
import { bodySize } from './body-size.ts'
import { Caller } from './caller.ts'
import { jobOf } from './jobs.ts'
import { KnownScopes } from './known-scopes.ts'
import { RateLimit } from './limits.ts'
import type { Change } from './live.ts'
import { openApi } from './openapi.ts'
import { notAllowed, notFound, Problem, problemDocument } from './problem.ts'
import { may, type Permission, permissions } from './roles.ts'
import type { FileAnswer, Route, World } from './route.ts'
import {
  closeSession,
  type Device,
  deviceCookie,
  deviceOf,
  deviceSeconds,
  type Scope,
  sessionCookie,
  sessionSeconds,
} from './scope.ts'
import { dataSecurity, pageSecurity } from './security.ts'
import { check } from './validate.ts'
import type { DoorView, SessionView } from './views.ts'

export type Env = { Variables: { requestId: string; scope: Scope } }

/** The ways in: each takes a body that is still to be checked and gives the token of what it opened, or undefined when refused. */
export interface Door {
  look(device: Device | undefined): Promise<DoorView>
  openShop(body: unknown): Promise<string>
  enrol(body: unknown): Promise<string | undefined>
  signIn(device: Device, body: unknown): Promise<string | undefined>
}

const sessionView = ({ person, name, role, shopName, timeZone }: Scope): SessionView => ({
  person,
  name,
  role,
  shopName,
  timeZone,
  permissions: (Object.keys(permissions) as Permission[]).filter((p) => may(role, p)),
})

const bodyMethods = new Set(['POST', 'PUT'])

/** A state change must come from our own pages: browsers send Origin and Sec-Fetch-Site, and neither can be forged by a page. */
function refuseForeignOrigin(c: Context, caller: Caller) {
  const site = c.req.header('sec-fetch-site')
  if (site && site !== 'same-origin' && site !== 'none')
    throw new Problem(403, 'foreign-origin', 'This request came from another site and was refused.')
  const origin = c.req.header('origin')
  if (origin && URL.canParse(origin) && caller.isOurs(new URL(origin).host, c)) return
  if (origin) throw new Problem(403, 'foreign-origin', 'This request came from another site and was refused.')
}

async function jsonBody(c: Context): Promise<unknown> {
  const type = c.req.header('content-type') ?? ''
  if (!type.toLowerCase().startsWith('application/json'))
    throw new Problem(415, 'not-json', 'Send the body as application/json.')
  const text = await c.req.text()
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Problem(400, 'not-json', `The body is not JSON: ${(error as Error).message}.`)
  }
}

/** The bytes of an upload. What they really are is for the handler to find out: a type is only a claim. */
async function uploaded(
  c: Context,
  { types, most, words }: NonNullable<Route['upload']>,
): Promise<Uint8Array<ArrayBuffer>> {
  const type = (c.req.header('content-type') ?? '').split(';')[0]!.trim().toLowerCase()
  if (!types.includes(type))
    throw new Problem(415, 'wrong-type', `Send ${words}; this says it is “${type.slice(0, 80)}”.`)
  const bytes = new Uint8Array(await c.req.arrayBuffer())
  if (bytes.length === 0) throw new Problem(400, 'empty', 'The file is empty.')
  if (bytes.length > most) throw new Problem(413, 'too-large', `The file is larger than ${most / 1024 ** 2} MB.`)
  return bytes
}

function fileResponse(c: Context, { type, bytes, name }: FileAnswer) {
  return c.body(new Uint8Array(bytes), 200, {
    'content-type': type,
    'content-disposition': name ? `attachment; filename="${name}"` : 'inline',
  })
}

async function requireScope(c: Context<Env>, scopes: KnownScopes): Promise<Scope> {
  const token = getCookie(c, sessionCookie)
  const scope = token ? await scopes.of(token) : undefined
  if (!scope) throw new Problem(401, 'signed-out', 'Sign in first.')
  return scope
}

function install(app: Hono<Env>, route: Route, world: World, scopes: KnownScopes) {
  app.on(route.method, route.path, async (c) => {
    const scope = await requireScope(c, scopes)
    const refuse = async (problem: Problem): Promise<never> => {
      // Another shop's job is not there, whatever else is wrong: that comes before any other refusal. The handler itself looks as well.
      if (route.path.startsWith('/api/jobs/:id')) await jobOf(world.db, scope, c.req.param('id')!)
      throw problem
    }
    if (!may(scope.role, route.allow)) return refuse(notAllowed(scope.role))
    let body: unknown
    let bytes = new Uint8Array()
    try {
      if (route.upload) bytes = await uploaded(c, route.upload)
      else if (route.body) {
        body = await jsonBody(c)
        check(route.body, body)
      } else if (bodyMethods.has(route.method) && (await c.req.text()).trim() !== '') {
        throw new Problem(400, 'invalid', 'This takes no body.', [{ pointer: '', message: 'There should be no body.' }])
      }
    } catch (error) {
      if (error instanceof Problem) return refuse(error)
      throw error
    }
    const answer = await route.handle({
      scope,
      params: c.req.param(),
      query: c.req.query(),
      body: body as never,
      bytes,
    })
    if (route.rights) scopes.forget()
    // Screens hear of a write of our own at once; other servers find it at their next poll.
    if (route.method !== 'GET') world.live.wake()
    if (route.file) return fileResponse(c, answer as FileAnswer)
    return answer === undefined ? c.body(null, 204) : c.json(answer as object)
  })
}

function installDoor(app: Hono<Env>, world: World, door: Door, scopes: KnownScopes, caller: Caller) {
  const cookie = (c: Context, name: string, token: string, maxAge: number) =>
    setCookie(c, name, token, { httpOnly: true, sameSite: 'Strict', path: '/', maxAge, secure: caller.isHttps(c) })
  const deviceHere = async (c: Context) => {
    const token = getCookie(c, deviceCookie)
    return token ? deviceOf(world.db, token) : undefined
  }
  app.get('/api/door', async (c) => c.json(await door.look(await deviceHere(c))))
  app.post('/api/shop', async (c) => {
    cookie(c, deviceCookie, await door.openShop(await jsonBody(c)), deviceSeconds)
    return c.body(null, 204)
  })
  app.post('/api/devices', async (c) => {
    const token = await door.enrol(await jsonBody(c))
    if (!token)
      throw new Problem(401, 'sign-in', 'Shop, name and password do not go together, or this is not an owner.')
    cookie(c, deviceCookie, token, deviceSeconds)
    return c.body(null, 204)
  })
  app.get('/api/session', async (c) => {
    const token = getCookie(c, sessionCookie)
    const scope = token ? await scopes.of(token) : undefined
    return c.json(scope ? sessionView(scope) : null)
  })
  app.post('/api/session', async (c) => {
    const device = await deviceHere(c)
    if (!device)
      throw new Problem(401, 'not-enrolled', 'This device is not enrolled. The owner lets it in once, with a password.')
    const token = await door.signIn(device, await jsonBody(c))
    if (!token) throw new Problem(401, 'sign-in', 'That PIN does not go with that name.')
    // Handing over: whoever was signed in here is not any more.
    const before = getCookie(c, sessionCookie)
    if (before) {
      await closeSession(world.db, before)
      scopes.forget()
      world.live.wake()
    }
    cookie(c, sessionCookie, token, sessionSeconds)
    return c.body(null, 204)
  })
  app.delete('/api/session', async (c) => {
    const token = getCookie(c, sessionCookie)
    if (token) {
      await closeSession(world.db, token)
      scopes.forget()
      world.live.wake()
    }
    deleteCookie(c, sessionCookie, { path: '/' })
    return c.body(null, 204)
  })
}

function installLive(app: Hono<Env>, world: World, scopes: KnownScopes, ending: AbortSignal) {
  app.get('/api/live', async (c) => {
    const scope = await requireScope(c, scopes)
    if (!may(scope.role, 'day.see')) throw notAllowed(scope.role)
    const last = Number(c.req.header('last-event-id') ?? Number.NaN)
    return streamSSE(c, async (stream) => {
      let wake = () => {}
      const queue: Change[] = []
      const told = new Set<number>()
      const stop = world.live.subscribe((change) => {
        if (change.shop !== scope.shop) return
        queue.push(change)
        wake()
      })
      const end = () => wake()
      ending.addEventListener('abort', end)
      const token = getCookie(c, sessionCookie)!
      let welcome = true
      stream.onAbort(end)
      // Subscribed first, then what was missed is read: nothing can fall between the two, and `told` drops what is in both.
      const missed = Number.isFinite(last) ? await world.live.since(scope.shop, last) : []
      await stream.writeSSE({ event: missed ? 'hello' : 'reset', data: '{}' })
      queue.unshift(...(missed ?? []))
      while (welcome && !stream.aborted && !ending.aborted) {
        const next = queue.shift()
        if (next) {
          // Whoever was signed out or sent away hears nothing more.
          if (next.topic === 'people') welcome = (await scopes.of(token)) !== undefined
          if (told.has(next.seq)) continue
          told.add(next.seq)
          const { shop: _shop, ...rest } = next
          await stream.writeSSE({ event: 'change', id: String(next.seq), data: JSON.stringify(rest) })
          continue
        }
        if (told.size > 5000) told.clear()
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, 20_000)
          wake = () => {
            clearTimeout(timer)
            resolve()
          }
        })
        // A line now and then, so that a dead connection is noticed at both ends.
        if (queue.length === 0 && !stream.aborted && !ending.aborted)
          await stream.writeSSE({ event: 'still', data: '{}' })
      }
      stop()
      ending.removeEventListener('abort', end)
    })
  })
}

/** Builds the HTTP application from its routes. */
export function createApp(world: World, routes: readonly Route[], door: Door, ending: AbortSignal): Hono<Env> {
  const app = new Hono<Env>()
  const description = openApi(routes)
  app.use(async (c, next) => {
    const requestId = randomUUID()
    c.set('requestId', requestId)
    c.header('x-request-id', requestId)
    const start = performance.now()
    await next()
    world.log.info({
      requestId,
      method: c.req.method,
      path: c.req.path,
      status: c.res.status,
      ms: Math.round(performance.now() - start),
    })
  })
  app.use((c, next) => (c.req.path.startsWith('/api/') ? dataSecurity : pageSecurity)(c, next))
  const scopes = new KnownScopes(world.db, world.live)
  const caller = new Caller(world.outside ?? {})
  const limit = new RateLimit(world.requestsPerSecond ?? 60)
  app.use('/api/*', async (c, next) => {
    c.header('cache-control', c.req.method === 'GET' ? 'private, no-cache' : 'no-store')
    // By session where one is known to be real, else by where the call comes from: a cookie that nobody gave out buys nothing, and to be
    // looked up at all costs one of the address's own calls.
    const session = scopes.recall(getCookie(c, sessionCookie))?.session
    const wait = await limit.take(session ? `session ${session}` : `address ${caller.address(c)}`)
    if (wait > 0)
      throw new Problem(429, 'too-fast', `Too many requests. Try again in ${wait} s.`, [], { retryAfter: wait })
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') refuseForeignOrigin(c, caller)
    await next()
  })
  // On a yard's thin line a day's plan is a tenth of its size; the endless stream is left alone.
  const compressed = compress({ threshold: 2048 })
  app.use('/api/*', (c, next) => (c.req.method === 'GET' && c.req.path !== '/api/live' ? compressed(c, next) : next()))
  // Answers carry a tag, so that asking again for what has not changed costs a few bytes; the endless stream has none.
  const tagged = etag()
  app.use('/api/*', (c, next) => (c.req.method === 'GET' && c.req.path !== '/api/live' ? tagged(c, next) : next()))
  const small = bodySize(1024 * 1024, '1 MB')
  const uploads = routes.filter((r) => r.upload)
  const patterns = uploads.map((r) => ({
    method: r.method,
    pattern: new RegExp(`^${r.path.replaceAll(/:[a-z]+/g, '[^/]+')}$`),
    limit: bodySize(r.upload!.most, `${r.upload!.most / 1024 ** 2} MB`),
  }))
  app.use('/api/*', (c, next) => {
    const upload = patterns.find((u) => u.method === c.req.method && u.pattern.test(c.req.path))
    return (upload?.limit ?? small)(c, next)
  })
  app.get('/healthz', (c) => c.json({ ok: true }))
  app.get('/readyz', async (c) => {
    try {
      await world.db.execute(sql`select 1`)
      return c.json({ ready: true })
    } catch {
      return c.json({ ready: false, detail: 'The database does not answer.' }, 503)
    }
  })
  app.get('/api/openapi.json', (c) => c.json(description))
  installDoor(app, world, door, scopes, caller)
  installLive(app, world, scopes, ending)
  for (const route of routes) install(app, route, world, scopes)
  app.all('/api/*', (c) => {
    const known = routes.some((r) => r.path === c.req.path)
    if (known && bodyMethods.has(c.req.method))
      throw new Problem(405, 'method', `${c.req.method} is not possible here.`)
    throw notFound('address')
  })
  app.onError((error, c) => {
    const document = problemDocument(error, c.get('requestId'))
    if (document.status >= 500)
      world.log.error({
        requestId: c.get('requestId'),
        error: error.message,
        cause: (error.cause as Error | undefined)?.message,
        stack: error.stack,
      })
    if ('retryAfter' in document) c.header('retry-after', String(document.retryAfter))
    return c.json(document, document.status as 400, { 'content-type': 'application/problem+json' })
  })
  return app
}
