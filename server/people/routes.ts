import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { badStretch } from '#core/shop/week.ts'
import { Problem } from '#server/http/problem.ts'
import { type AppContext, type Route, routes } from '#server/http/route.ts'
import {
  addPerson,
  auditOf,
  changePerson,
  changeRole,
  devicesOf,
  endSession,
  type PersonChange,
  peopleOf,
  resetPin,
  revokeDevice,
  sessionsOf,
  setAway,
  setLeft,
  unlock,
} from './store/people.ts'
import { peopleWires } from './wire.ts'

const backwards = (pointer: string) =>
  new Problem(400, 'invalid', 'Hours must run forwards and must not overlap.', [
    { pointer, message: 'Backwards or overlapping.' },
  ])

/** Hours a plan can use: forwards and apart. */
function judgeHours({ shifts, week = null, daysOff = [] }: Pick<PersonChange, 'shifts'> & Partial<PersonChange>) {
  if (badStretch([...shifts].sort((a, b) => a[0] - b[0])) >= 0) throw backwards('/shifts')
  const day = (week ?? []).findIndex((stretches) => badStretch(stretches) >= 0)
  if (day >= 0) throw backwards(`/week/${day}`)
  const off = daysOff.findIndex(({ from, to }) => to < from)
  if (off >= 0)
    throw new Problem(400, 'invalid', 'The last day off lies before the first.', [
      { pointer: `/daysOff/${off}/to`, message: 'Before the first day.' },
    ])
}

function judgeSkills(skills: readonly string[], catalogue: Catalogue) {
  const unknown = skills.filter((s) => !catalogue.skills.some((k) => k.id === s))
  if (unknown.length > 0)
    throw new Problem(400, 'invalid', `No skill is called ${unknown.join(', ')}.`, [
      { pointer: '/skills', message: 'Unknown skill.' },
    ])
}

export const peopleRoutes = ({ db, now }: AppContext): Route[] =>
  routes(peopleWires, {
    'GET /api/people': ({ scope }) => peopleOf(db, scope),
    'POST /api/people': async ({ catalogue, scope, body }) => {
      judgeHours(body)
      judgeSkills(body.skills, catalogue)
      await addPerson(db, scope, body)
    },
    'PUT /api/people/:id': async ({ catalogue, scope, params, body }) => {
      judgeHours(body)
      judgeSkills(body.skills, catalogue)
      await changePerson(db, scope, params.id, body, now())
    },
    'PUT /api/people/:id/away': async ({ scope, params, body }) => {
      const backwardsAt = body.away.findIndex(({ from, to }) => to <= from)
      if (backwardsAt >= 0) throw backwards(`/away/${backwardsAt}`)
      await setAway(db, scope, params.id, body.day, body.away)
    },
    'PUT /api/people/:id/pin': ({ scope, params, body }) => resetPin(db, scope, params.id, body.pin),
    'PUT /api/people/:id/left': ({ scope, params, body }) => setLeft(db, scope, params.id, body.left ? now() : null),
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
