import { type Static, Type } from '@sinclair/typebox'
import { About } from './about.ts'
import { Broken, Home, Upkeep } from './kit.ts'
import { Own } from './schema.ts'
import { DayOff, Stretches, Week } from './week.ts'

const Strict = { additionalProperties: false }
const Name = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' })
const Id = Type.String({ maxLength: 60 })
const Login = Type.String({ pattern: '^[a-z0-9][a-z0-9-]*$', maxLength: 40 })

/** A machine as it stands in a shop. */
export const Machine = Type.Object(
  {
    kind: Id,
    count: Type.Integer({ minimum: 0, maximum: 100 }),
    home: Type.Union([Home, Type.Null()]),
    broken: Type.Union([Broken, Type.Null()]),
    upkeep: Type.Union([Upkeep, Type.Null()]),
  },
  Strict,
)
export type Machine = Static<typeof Machine>

/** Somebody of the crew, without any secret. */
export const Hand = Type.Object(
  {
    login: Login,
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    role: Type.Union((['owner', 'lead', 'technician', 'front-desk'] as const).map((r) => Type.Literal(r))),
    skills: Type.Array(Id, { maxItems: 20 }),
    shifts: Stretches,
    week: Type.Union([Week, Type.Null()]),
    daysOff: Type.Array(DayOff, { maxItems: 60 }),
    trainee: Type.Boolean(),
    /** What an hour of theirs costs, in minor units. */
    hour: Type.Optional(Type.Union([Type.Integer({ minimum: 0, maximum: 1e7 }), Type.Null()])),
  },
  Strict,
)
export type Hand = Static<typeof Hand>

/** The whole set-up of a shop: what another shop needs to work the same way. PINs and customers are no part of it. */
export const SetUp = Type.Object(
  {
    kind: Type.Literal('shop set-up'),
    name: Name,
    timeZone: Type.String({ minLength: 1, maxLength: 60 }),
    about: Type.Union([About, Type.Null()]),
    houseRules: Type.Record(Id, Id),
    rates: Type.Union([Type.Record(Id, Type.Number({ minimum: 0.1, maximum: 10 })), Type.Null()]),
    own: Own,
    machines: Type.Array(Machine, { maxItems: 100 }),
    people: Type.Array(Hand, { maxItems: 200 }),
  },
  { ...Strict, $id: 'shop', title: 'The whole set-up of a shop' },
)
export type SetUp = Static<typeof SetUp>
