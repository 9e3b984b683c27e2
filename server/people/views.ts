import { type Static, Type } from '@sinclair/typebox'
import { Away, DayOff, Week } from '#core/shop/week.ts'
import { Role } from '#server/http/views.ts'

const Strict = { additionalProperties: false }
const Nullable = Type.Union([Type.String(), Type.Null()])

export const PersonView = Type.Object(
  {
    id: Type.String(),
    login: Type.String(),
    name: Type.String(),
    role: Role,
    skills: Type.Array(Type.String()),
    shifts: Type.Array(Type.Tuple([Type.Integer(), Type.Integer()])),
    week: Type.Optional(Week),
    daysOff: Type.Optional(Type.Array(DayOff)),
    away: Type.Optional(Type.Array(Away)),
    /** By skill. */
    vouched: Type.Optional(Type.Record(Type.String(), Type.Object({ by: Type.String(), on: Type.String() }, Strict))),
    trainee: Type.Optional(Type.Boolean()),
    /** What an hour of theirs costs, in minor units; the owner alone is told. */
    hour: Type.Optional(Type.Integer()),
    /** Since when they are with the shop no more. */
    left: Type.Optional(Type.String()),
  },
  Strict,
)
export type PersonView = Static<typeof PersonView>

export const OpenSessionView = Type.Object(
  {
    id: Type.String(),
    person: Type.String(),
    personId: Type.String(),
    device: Type.String(),
    begun: Type.String(),
    expires: Type.String(),
    current: Type.Boolean(),
  },
  Strict,
)
export type OpenSessionView = Static<typeof OpenSessionView>

export const DeviceView = Type.Object(
  { id: Type.String(), name: Type.String(), enrolled: Type.String(), revoked: Nullable },
  Strict,
)
export type DeviceView = Static<typeof DeviceView>

export const AuditView = Type.Object(
  {
    entries: Type.Array(
      Type.Object(
        {
          seq: Type.Integer(),
          at: Type.String(),
          what: Type.String(),
          person: Nullable,
          by: Nullable,
          device: Nullable,
          detail: Type.String(),
        },
        Strict,
      ),
    ),
    next: Type.Union([Type.Integer(), Type.Null()]),
  },
  Strict,
)
export type AuditView = Static<typeof AuditView>
