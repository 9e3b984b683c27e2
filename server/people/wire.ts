import { Type } from '@sinclair/typebox'
import { Away, DayOff, Stretches, Week } from '#core/shop/week.ts'
import { Uuid } from '#core/units/uuid.ts'
import { Role, SessionView, SignInView } from '#server/http/views.ts'
import { wires } from '#server/http/wire.ts'
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

const Text = (maxLength: number) => Type.String({ minLength: 1, maxLength })

const FirstShop = Type.Object(
  {
    shopName: Text(120),
    code: Login,
    timeZone: Text(60),
    ownerName: Text(80),
    login: Login,
    password: Type.String({ minLength: 10, maxLength: 200 }),
    pin: Pin,
    deviceName: Text(60),
  },
  Strict,
)
const Enrolment = Type.Object({ shop: Text(40), login: Text(40), password: Text(200), deviceName: Text(60) }, Strict)
const SignIn = Type.Object({ person: Type.String({ minLength: 36, maxLength: 36 }), pin: Pin }, Strict)

/** The ways in: what nobody has to be signed in for. */
export const signInWires = wires({
  'GET /api/sign-in': { allow: 'anybody', answer: SignInView },
  'POST /api/shop': { allow: 'anybody', body: FirstShop },
  'POST /api/devices': { allow: 'anybody', body: Enrolment },
  'GET /api/session': { allow: 'anybody', answer: Type.Union([SessionView, Type.Null()]) },
  'POST /api/session': { allow: 'anybody', rights: true, body: SignIn },
  'DELETE /api/session': { allow: 'anybody', rights: true },
})

export const peopleWires = wires({
  'GET /api/people': {
    allow: 'day.see',
    answer: Type.Array(PersonView),
  },
  'POST /api/people': {
    allow: 'people.write',
    rights: true,
    body: NewPerson,
  },
  'PUT /api/people/:id': {
    allow: 'people.write',
    rights: true,
    body: Type.Object(
      {
        name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
        skills: Type.Array(Type.String({ maxLength: 40 }), { maxItems: 20, uniqueItems: true }),
        shifts: Stretches,
        week: Type.Union([Week, Type.Null()]),
        daysOff: Type.Array(DayOff, { maxItems: 60 }),
        trainee: Type.Boolean(),
        hour: Type.Optional(Type.Union([Type.Integer({ minimum: 0, maximum: 1e7 }), Type.Null()])),
      },
      Strict,
    ),
  },
  'PUT /api/people/:id/away': {
    allow: 'plan.write',
    /** All the stretches of one day in which they are not there, as they shall be. */
    body: Type.Object(
      {
        day: Away.properties.day,
        away: Type.Array(Type.Omit(Away, ['day'], Strict), { maxItems: 6 }),
      },
      Strict,
    ),
  },
  'PUT /api/people/:id/pin': { allow: 'people.write', rights: true, body: Type.Object({ pin: Pin }, Strict) },
  'PUT /api/people/:id/left': {
    allow: 'people.write',
    rights: true,
    body: Type.Object({ left: Type.Boolean() }, Strict),
  },
  'PUT /api/people/:id/role': {
    allow: 'people.write',
    rights: true,
    body: Type.Object({ role: Role }, Strict),
  },
  'POST /api/people/:id/unlock': {
    allow: 'people.write',
  },
  'GET /api/sessions': {
    allow: 'session.own',
    answer: Type.Array(OpenSessionView),
  },
  'DELETE /api/sessions/:id': {
    allow: 'session.own',
    rights: true,
  },
  'GET /api/devices': {
    allow: 'people.write',
    answer: Type.Array(DeviceView),
  },
  'DELETE /api/devices/:id': {
    allow: 'people.write',
    rights: true,
  },
  'GET /api/audit': {
    allow: 'people.write',
    query: { before: 'Entries older than this number; the answer’s "next".' },
    answer: AuditView,
  },
})
