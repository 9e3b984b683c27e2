import { Type } from '@sinclair/typebox'
import { Uuid } from '#core/units/uuid.ts'
import { Problem } from '#server/http/problem.ts'
import { type Route, route, type World } from '#server/http/route.ts'
import { Role } from '#server/http/views.ts'
import {
  addPerson,
  auditOf,
  changeRole,
  devicesOf,
  endSession,
  peopleOf,
  revokeDevice,
  sessionsOf,
  unlock,
} from './store.ts'
import { AuditView, DeviceView, OpenSessionView, PersonView } from './views.ts'

const Strict = { additionalProperties: false }
const Minute = Type.Integer({ minimum: 0, maximum: 1440 })
const Login = Type.String({ pattern: '^[a-z0-9][a-z0-9-]*$', maxLength: 40 })
const Pin = Type.String({ pattern: '^[0-9]{4,12}$' })

const NewPerson = Type.Object(
  {
    id: Uuid,
    login: Login,
    name: Type.String({ minLength: 1, maxLength: 80 }),
    role: Role,
    pin: Pin,
    skills: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 20 }),
    shifts: Type.Array(Type.Tuple([Minute, Minute]), { maxItems: 6 }),
  },
  Strict,
)

/** Shifts a plan can use: forwards and apart. */
function judgeShifts(shifts: [number, number][]) {
  const sorted = [...shifts].sort((a, b) => a[0] - b[0])
  const bad = sorted.findIndex(([start, end], i) => end <= start || (i > 0 && start < sorted[i - 1]![1]))
  if (bad >= 0)
    throw new Problem(400, 'invalid', 'Shifts must run forwards and must not overlap.', [
      { pointer: '/shifts', message: 'Backwards or overlapping.' },
    ])
}

export const peopleRoutes = ({ db, catalogue, now }: World): Route[] => [
  route({
    method: 'GET',
    path: '/api/people',
    allow: 'day.see',
    answer: Type.Array(PersonView),
    handle: ({ scope }) => peopleOf(db, scope),
  }),
  route({
    method: 'POST',
    path: '/api/people',
    allow: 'people.write',
    rights: true,
    body: NewPerson,
    handle: async ({ scope, body }) => {
      judgeShifts(body.shifts)
      const unknown = body.skills.filter((s) => !catalogue.skills.some((k) => k.id === s))
      if (unknown.length > 0)
        throw new Problem(400, 'invalid', `No skill is called ${unknown.join(', ')}.`, [
          { pointer: '/skills', message: 'Unknown skill.' },
        ])
      await addPerson(db, scope, body)
    },
  }),
  route({
    method: 'PUT',
    path: '/api/people/:id/role',
    allow: 'people.write',
    rights: true,
    body: Type.Object({ role: Role }, Strict),
    handle: async ({ scope, params, body }) => {
      await changeRole(db, scope, params.id!, body.role)
    },
  }),
  route({
    method: 'POST',
    path: '/api/people/:id/unlock',
    allow: 'people.write',
    handle: ({ scope, params }) => unlock(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/sessions',
    allow: 'session.own',
    answer: Type.Array(OpenSessionView),
    handle: ({ scope }) => sessionsOf(db, scope),
  }),
  route({
    method: 'DELETE',
    path: '/api/sessions/:id',
    allow: 'session.own',
    rights: true,
    handle: ({ scope, params }) => endSession(db, scope, params.id!),
  }),
  route({
    method: 'GET',
    path: '/api/devices',
    allow: 'people.write',
    answer: Type.Array(DeviceView),
    handle: ({ scope }) => devicesOf(db, scope),
  }),
  route({
    method: 'DELETE',
    path: '/api/devices/:id',
    allow: 'people.write',
    rights: true,
    handle: ({ scope, params }) => revokeDevice(db, scope, params.id!, now()),
  }),
  route({
    method: 'GET',
    path: '/api/audit',
    allow: 'people.write',
    query: { before: 'Entries older than this number; the answer’s "next".' },
    answer: AuditView,
    handle: ({ scope, query }) => {
      const before = query.before === undefined ? undefined : Number(query.before)
      if (before !== undefined && !Number.isSafeInteger(before))
        throw new Problem(400, 'invalid', '"before" is no number.', [
          { pointer: '/before', message: 'A whole number.' },
        ])
      return auditOf(db, scope, before)
    },
  }),
]
