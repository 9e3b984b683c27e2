import { randomUUID } from 'node:crypto'
import type { Context } from 'hono'
import { Hono } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { secureHeaders } from 'hono/secure-headers'
import { streamSSE } from 'hono/streaming'
import { jobOf } from './jobs.ts'
import { notFound, Problem, problemDocument } from './problem.ts'
import { may, type Permission, permissions } from './roles.ts'
import type { Route, World } from './route.ts'
import { closeSession, openSession, type Scope, scopeOf, sessionCookie, sessionSeconds } from './scope.ts'
import { check } from './validate.ts'
import type { SessionView } from './views.ts'

export type Env = { Variables: { requestId: string; scope: Scope } }

/** Turns a sign-in body into a person, or undefined. */
export type SignIn = (body: unknown) => Promise<{ id: string; shop: string } | undefined>

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
function refuseForeignOrigin(c: Context) {
  const site = c.req.header('sec-fetch-site')
  if (site && site !== 'same-origin' && site !== 'none')
    throw new Problem(403, 'foreign-origin', 'This request came from another site and was refused.')
  const origin = c.req.header('origin')
  if (origin && URL.canParse(origin) && new URL(origin).host === c.req.header('host')) return
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

async function requireScope(c: Context<Env>, world: World): Promise<Scope> {
  const token = getCookie(c, sessionCookie)
  const scope = token ? await scopeOf(world.db, token) : undefined
  if (!scope) throw new Problem(401, 'signed-out', 'Sign in first.')
  return scope
}

function install(app: Hono<Env>, route: Route, world: World) {
  app.on(route.method, route.path, async (c) => {
    const scope = await requireScope(c, world)
    // Before anything else about a job is said, it must be this shop's: whatever the role, another shop's job is not there.
    if (route.path.startsWith('/api/jobs/:id')) await jobOf(world.db, scope, c.req.param('id')!)
    if (!may(scope.role, route.allow))
      throw new Problem(403, 'not-allowed', `Your role here (${scope.role}) does not include this.`)
    let body: unknown
    if (route.body) {
      body = await jsonBody(c)
      check(route.body, body)
    } else if (bodyMethods.has(route.method) && (await c.req.text()).trim() !== '') {
      throw new Problem(400, 'invalid', 'This takes no body.', [{ pointer: '', message: 'There should be no body.' }])
    }
    const answer = await route.handle({ scope, params: c.req.param(), query: c.req.query(), body: body as never })
    return answer === undefined ? c.body(null, 204) : c.json(answer as object)
  })
}

function installSession(app: Hono<Env>, world: World, signIn: SignIn) {
  app.get('/api/session', async (c) => {
    const token = getCookie(c, sessionCookie)
    const scope = token ? await scopeOf(world.db, token) : undefined
    return c.json(scope ? sessionView(scope) : null)
  })
  app.post('/api/session', async (c) => {
    const person = await signIn(await jsonBody(c))
    if (!person) throw new Problem(401, 'sign-in', 'Shop, name and PIN do not go together.')
    const token = await openSession(world.db, person)
    setCookie(c, sessionCookie, token, {
      httpOnly: true,
      sameSite: 'Strict',
      path: '/',
      maxAge: sessionSeconds,
      secure: c.req.url.startsWith('https:'),
    })
    return c.body(null, 204)
  })
  app.delete('/api/session', async (c) => {
    const token = getCookie(c, sessionCookie)
    if (token) await closeSession(world.db, token)
    deleteCookie(c, sessionCookie, { path: '/' })
    return c.body(null, 204)
  })
}

function installLive(app: Hono<Env>, world: World, ending: AbortSignal) {
  app.get('/api/live', async (c) => {
    const scope = await requireScope(c, world)
    if (!may(scope.role, 'day.see'))
      throw new Problem(403, 'not-allowed', `Your role here (${scope.role}) does not include this.`)
    return streamSSE(c, async (stream) => {
      let wake = () => {}
      const queue: string[] = []
      const stop = world.live.subscribe((change) => {
        if (change.shop !== scope.shop) return
        const { shop: _shop, ...rest } = change
        queue.push(JSON.stringify(rest))
        wake()
      })
      const end = () => wake()
      ending.addEventListener('abort', end)
      stream.onAbort(end)
      await stream.writeSSE({ event: 'hello', data: '{}' })
      while (!stream.aborted && !ending.aborted) {
        const next = queue.shift()
        if (next) await stream.writeSSE({ event: 'change', data: next })
        else {
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
      }
      stop()
      ending.removeEventListener('abort', end)
    })
  })
}

/** Builds the HTTP application from its routes. */
export function createApp(world: World, routes: readonly Route[], signIn: SignIn, ending: AbortSignal): Hono<Env> {
  const app = new Hono<Env>()
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
  app.use(
    secureHeaders({
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
    }),
  )
  app.use('/api/*', async (c, next) => {
    c.header('cache-control', 'no-store')
    if (c.req.method !== 'GET' && c.req.method !== 'HEAD') refuseForeignOrigin(c)
    await next()
  })
  app.use(
    '/api/*',
    bodyLimit({
      maxSize: 1024 * 1024,
      onError: () => {
        throw new Problem(413, 'too-large', 'The body is larger than 1 MB.')
      },
    }),
  )
  app.get('/healthz', (c) => c.json({ ok: true }))
  installSession(app, world, signIn)
  installLive(app, world, ending)
  for (const route of routes) install(app, route, world)
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
    return c.json(document, document.status as 400, { 'content-type': 'application/problem+json' })
  })
  return app
}
