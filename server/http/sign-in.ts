import type { Context, Hono } from 'hono'
import { deleteCookie, getCookie, setCookie } from 'hono/cookie'
import { jsonBody } from './bodies.ts'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import type { Caller } from './middleware/caller.ts'
import { Problem } from './problem.ts'
import { may, type Permission, permissions } from './roles.ts'
import type { World } from './route.ts'
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
import type { DoorView, SessionView } from './views.ts'

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

/** Enrolling a device, signing in and out: the only routes that nobody has to be signed in for. */
export function installSignIn(app: Hono<Env>, world: World, door: Door, scopes: KnownScopes, caller: Caller) {
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
