import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
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
} from './store/people.ts'
import { peopleWires } from './wire.ts'

/** Shifts a plan can use: forwards and apart. */
function judgeShifts(shifts: [number, number][]) {
  const sorted = [...shifts].sort((a, b) => a[0] - b[0])
  const bad = sorted.findIndex(([start, end], i) => end <= start || (i > 0 && start < sorted[i - 1]![1]))
  if (bad >= 0)
    throw new Problem(400, 'invalid', 'Shifts must run forwards and must not overlap.', [
      { pointer: '/shifts', message: 'Backwards or overlapping.' },
    ])
}

export const peopleRoutes = ({ catalogue, db, now }: AppContext): Route[] =>
  routes(peopleWires, {
    'GET /api/people': ({ scope }) => peopleOf(db, scope),
    'POST /api/people': async ({ scope, body }) => {
      judgeShifts(body.shifts)
      const unknown = body.skills.filter((s) => !catalogue.skills.some((k) => k.id === s))
      if (unknown.length > 0)
        throw new Problem(400, 'invalid', `No skill is called ${unknown.join(', ')}.`, [
          { pointer: '/skills', message: 'Unknown skill.' },
        ])
      await addPerson(db, scope, body)
    },
    'PUT /api/people/:id/role': async ({ scope, params, body }) => {
      await changeRole(db, scope, params.id, body.role)
    },
    'POST /api/people/:id/unlock': ({ scope, params }) => unlock(db, scope, params.id),
    'GET /api/sessions': ({ scope }) => sessionsOf(db, scope),
    'DELETE /api/sessions/:id': ({ scope, params }) => endSession(db, scope, params.id),
    'GET /api/devices': ({ scope }) => devicesOf(db, scope),
    'DELETE /api/devices/:id': ({ scope, params }) => revokeDevice(db, scope, params.id, now()),
    'GET /api/audit': ({ scope, query }) => {
      const before = query.before === undefined ? undefined : Number(query.before)
      if (before !== undefined && !Number.isSafeInteger(before))
        throw new Problem(400, 'invalid', '"before" is no number.', [
          { pointer: '/before', message: 'A whole number.' },
        ])
      return auditOf(db, scope, before)
    },
  })
