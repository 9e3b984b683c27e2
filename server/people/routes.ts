import { Type } from '@sinclair/typebox'
import { type Route, route, type World } from '#server/http/route.ts'
import { check } from '#server/http/validate.ts'
import { peopleOf, personByPin } from './store.ts'
import type { PersonView } from './views.ts'

const SignInBody = Type.Object(
  {
    shop: Type.String({ minLength: 1, maxLength: 40 }),
    login: Type.String({ minLength: 1, maxLength: 40 }),
    pin: Type.String({ minLength: 4, maxLength: 12, pattern: '^[0-9]+$' }),
  },
  { additionalProperties: false },
)

export const signInWith = (world: World) => async (body: unknown) => {
  check(SignInBody, body)
  const { shop, login, pin } = body as { shop: string; login: string; pin: string }
  return personByPin(world.db, shop.trim().toLowerCase(), login.trim().toLowerCase(), pin)
}

export const peopleRoutes = ({ db }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/people',
    allow: 'day.see',
    handle: async ({ scope }): Promise<PersonView[]> =>
      (await peopleOf(db, scope)).map(({ shifts: _shifts, ...person }) => person),
  }),
]
