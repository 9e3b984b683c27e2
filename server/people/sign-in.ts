import { shopCode } from '#core/shop/code.ts'
import { Problem } from '#server/http/problem.ts'
import { may, type Permission, permissions } from '#server/http/roles.ts'
import type { AppContext, Cookies, Route } from '#server/http/route.ts'
import { routes } from '#server/http/route.ts'
import { deviceCookie, deviceSeconds, type Scope, sessionCookie, sessionSeconds } from '#server/http/scope.ts'
import { closeSession, deviceOf } from '#server/http/store/sessions.ts'
import type { SessionView } from '#server/http/views.ts'
import { judgeZone } from '#server/http/zone.ts'
import { enrol, namesAt, noShopYet, openShop, signIn } from './store/ways-in.ts'
import { signInWires } from './wire.ts'

const sessionView = ({ person, name, role, shopName, timeZone }: Scope): SessionView => ({
  person,
  name,
  role,
  shopName,
  timeZone,
  permissions: (Object.keys(permissions) as Permission[]).filter((p) => may(role, p)),
})

/** First visit, enrolling a device, signing in and out. */
export const signInRoutes = ({ db, now }: AppContext): Route[] => {
  const deviceHere = async (cookies: Cookies) => {
    const token = cookies.read(deviceCookie)
    return token ? deviceOf(db, token) : undefined
  }
  return routes(signInWires, {
    'GET /api/sign-in': async ({ cookies }) => {
      const device = await deviceHere(cookies)
      if (device) return { state: 'enrolled' as const, shopName: device.shopName, people: await namesAt(db, device) }
      return { state: (await noShopYet(db)) ? ('first-visit' as const) : ('not-enrolled' as const) }
    },
    'POST /api/shop': async ({ body, cookies }) => {
      judgeZone(body.timeZone)
      cookies.keep(deviceCookie, await openShop(db, body, now()), deviceSeconds)
    },
    'POST /api/devices': async ({ body: { shop, login, ...rest }, cookies }) => {
      const who = { ...rest, shop: shop.trim(), login: shopCode(login) }
      const token = await enrol(db, who, now())
      if (!token)
        throw new Problem(401, 'sign-in', 'Shop, name and password do not go together, or this is not an owner.')
      cookies.keep(deviceCookie, token, deviceSeconds)
    },
    'GET /api/session': async ({ scope }) => (scope ? sessionView(scope) : null),
    'POST /api/session': async ({ body: { person, pin }, cookies }) => {
      const device = await deviceHere(cookies)
      if (!device)
        throw new Problem(
          401,
          'not-enrolled',
          'This device is not enrolled. The owner lets it in once, with a password.',
        )
      const token = await signIn(db, device, person, pin, now())
      if (!token) throw new Problem(401, 'sign-in', 'That PIN does not go with that name.')
      // Handing over: whoever was signed in here is not any more.
      const before = cookies.read(sessionCookie)
      if (before) await closeSession(db, before)
      cookies.keep(sessionCookie, token, sessionSeconds)
    },
    'DELETE /api/session': async ({ cookies }) => {
      const token = cookies.read(sessionCookie)
      if (token) await closeSession(db, token)
      cookies.drop(sessionCookie)
    },
  })
}
