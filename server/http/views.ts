import { type Static, Type } from '@sinclair/typebox'
import { type Permission, permissions, roles } from './roles.ts'

const Strict = { additionalProperties: false }

const oneOf = <T extends string>(list: readonly T[]) => Type.Union(list.map((word) => Type.Literal(word)))

export const Role = oneOf(roles)
const PermissionName = oneOf(Object.keys(permissions) as Permission[])

/** Who is signed in, and what they may do. */
export const SessionView = Type.Object(
  {
    person: Type.String(),
    name: Type.String(),
    role: Role,
    shopName: Type.String(),
    timeZone: Type.String(),
    permissions: Type.Array(PermissionName),
  },
  Strict,
)
export type SessionView = Static<typeof SessionView>

/** What stands at the door: a first visit, a device that must be enrolled, or the names to choose from. */
export const SignInView = Type.Union([
  Type.Object({ state: Type.Literal('first-visit') }, Strict),
  Type.Object({ state: Type.Literal('not-enrolled') }, Strict),
  Type.Object(
    {
      state: Type.Literal('enrolled'),
      shopName: Type.String(),
      people: Type.Array(Type.Object({ id: Type.String(), name: Type.String() }, Strict)),
    },
    Strict,
  ),
])
export type SignInView = Static<typeof SignInView>

/** A refusal (RFC 9457). */
export const ProblemView = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  code: Type.String(),
  detail: Type.String(),
  requestId: Type.String(),
  errors: Type.Optional(
    Type.Array(
      Type.Object({
        pointer: Type.String(),
        message: Type.String(),
        code: Type.Optional(Type.String()),
        suggestion: Type.Optional(Type.String()),
      }),
    ),
  ),
})

/** What a piece of news is about. */
export type { Topic } from '#server/database/schema.ts'
