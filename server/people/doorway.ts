import { Type } from '@sinclair/typebox'
import { Problem } from '#server/http/problem.ts'
import type { World } from '#server/http/route.ts'
import type { Door } from '#server/http/sign-in.ts'
import { check } from '#server/http/validate.ts'
import { enrol, type FirstShop, namesAt, noShopYet, openShop, signIn } from './door.ts'

const Strict = { additionalProperties: false }
const Word = Type.String({ pattern: '^[a-z0-9][a-z0-9-]*$', maxLength: 40 })
const Text = (maxLength: number) => Type.String({ minLength: 1, maxLength })
const Pin = Type.String({ pattern: '^[0-9]{4,12}$' })
const Password = Type.String({ minLength: 10, maxLength: 200 })

export const FirstShopBody = Type.Object(
  {
    shopName: Text(120),
    code: Word,
    timeZone: Text(60),
    ownerName: Text(80),
    login: Word,
    password: Password,
    pin: Pin,
    deviceName: Text(60),
  },
  Strict,
)
export const EnrolBody = Type.Object(
  { shop: Text(40), login: Text(40), password: Text(200), deviceName: Text(60) },
  Strict,
)
export const SignInBody = Type.Object({ person: Type.String({ minLength: 36, maxLength: 36 }), pin: Pin }, Strict)

function checkZone(timeZone: string) {
  try {
    new Intl.DateTimeFormat('en', { timeZone })
  } catch {
    throw new Problem(400, 'invalid', `"${timeZone}" is no time zone.`, [
      { pointer: '/timeZone', message: 'An IANA name such as Etc/GMT.' },
    ])
  }
}

/** The door of the house: first visit, enrolment, PIN. */
export const doorOf = (world: World): Door => ({
  async look(device) {
    if (device) return { state: 'enrolled', shopName: device.shopName, people: await namesAt(world.db, device) }
    return { state: (await noShopYet(world.db)) ? 'first-visit' : 'not-enrolled' }
  },
  async openShop(body) {
    check(FirstShopBody, body)
    checkZone((body as FirstShop).timeZone)
    return openShop(world.db, body as FirstShop, world.now())
  },
  async enrol(body) {
    check(EnrolBody, body)
    const { shop, login, ...rest } = body as { shop: string; login: string; password: string; deviceName: string }
    return enrol(world.db, { ...rest, shop: shop.trim().toLowerCase(), login: login.trim().toLowerCase() }, world.now())
  },
  async signIn(device, body) {
    check(SignInBody, body)
    const { person, pin } = body as { person: string; pin: string }
    return signIn(world.db, device, person, pin, world.now())
  },
})
