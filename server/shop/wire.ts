import { Type } from '@sinclair/typebox'
import { About } from '#core/shop/about.ts'
import { Own } from '#core/shop/schema.ts'
import { Machine, SetUp } from '#core/shop/set-up.ts'
import { wires } from '#server/http/wire.ts'
import { SetUpLook, ShopView } from './views.ts'

const Strict = { additionalProperties: false }

const AboutBody = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    about: About,
  },
  Strict,
)
/** `version`: the one it was written from. */
const OwnBody = Type.Object({ version: Type.Integer({ minimum: 0 }), own: Own }, Strict)
/** Whoever comes with a file gets this PIN until the owner gives them their own. */
const SetUpBody = Type.Object({ setUp: SetUp, pin: Type.String({ pattern: '^[0-9]{4,12}$' }) }, Strict)

export const shopWires = wires({
  'GET /api/shop': { allow: 'catalogue.see', answer: ShopView },
  'PUT /api/shop/about': { allow: 'shop.write', rights: true, body: AboutBody, answer: ShopView },
  'PUT /api/shop/own': { allow: 'shop.write', rights: true, body: OwnBody, answer: ShopView },
  'PUT /api/shop/machines': {
    allow: 'shop.write',
    body: Type.Object({ machines: Type.Array(Machine, { maxItems: 100 }) }, Strict),
    answer: ShopView,
  },
  'GET /api/shop/set-up': { allow: 'shop.write', answer: SetUp },
  'POST /api/shop/set-up/look': { allow: 'shop.write', body: Type.Object({ setUp: SetUp }, Strict), answer: SetUpLook },
  'POST /api/shop/set-up': { allow: 'shop.write', rights: true, body: SetUpBody, answer: ShopView },
})
