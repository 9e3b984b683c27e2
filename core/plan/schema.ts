import { type Static, Type } from '@sinclair/typebox'
import { ObstacleSaid, ViolationSaid } from './message-schemas.ts'

const Strict = { additionalProperties: false }
const Id = Type.String({ minLength: 1, maxLength: 200 })
const Minute = Type.Integer({ minimum: 0, maximum: 1_000_000 })
const Interval = Type.Tuple([Minute, Minute], { description: 'half-open [start, end), minutes from one origin' })

export const Technician = Type.Object(
  { id: Id, skills: Type.Optional(Type.Array(Id)), shifts: Type.Array(Interval), site: Type.Optional(Id) },
  Strict,
)
export const EquipmentType = Type.Object(
  {
    id: Id,
    count: Type.Integer({ minimum: 0, maximum: 1000 }),
    out: Type.Optional(Type.Array(Interval)),
    site: Type.Optional(Id),
  },
  Strict,
)
const Travel = Type.Object({ from: Id, to: Id, minutes: Minute }, Strict)
export const Job = Type.Object(
  {
    id: Id,
    site: Type.Optional(Id),
    release: Type.Optional(Minute),
    due: Type.Optional(Minute),
    weight: Type.Optional(Type.Number({ exclusiveMinimum: 0 })),
    crewLimit: Type.Optional(Type.Integer({ minimum: 1 })),
    holds: Type.Optional(Type.Array(Id)),
  },
  Strict,
)
export const Activity = Type.Object(
  {
    id: Id,
    job: Id,
    minutes: Type.Integer({ minimum: 1, maximum: 100_000 }),
    crew: Type.Optional(Type.Integer({ minimum: 0, maximum: 60 })),
    skill: Type.Optional(Id),
    skills: Type.Optional(Type.Array(Id)),
    equipment: Type.Optional(Type.Array(Id)),
    zones: Type.Optional(Type.Array(Id)),
  },
  Strict,
)
export type Activity = Static<typeof Activity>
export const PlanLink = Type.Object(
  {
    from: Id,
    to: Id,
    minLag: Type.Optional(Type.Integer({ minimum: 0 })),
    maxLag: Type.Optional(Type.Integer({ minimum: 0 })),
  },
  Strict,
)
export type PlanLink = Static<typeof PlanLink>
export const Fixed = Type.Object(
  { activity: Id, start: Minute, end: Type.Optional(Minute), technicians: Type.Array(Id) },
  Strict,
)
export type Fixed = Static<typeof Fixed>

export const Assignment = Type.Object({ activity: Id, start: Minute, end: Minute, technicians: Type.Array(Id) }, Strict)
export type Assignment = Static<typeof Assignment>

export const PlanRequest = Type.Object(
  {
    technicians: Type.Array(Technician, { maxItems: 60 }),
    equipment: Type.Optional(Type.Array(EquipmentType)),
    sites: Type.Optional(Type.Object({ travel: Type.Array(Travel) }, Strict)),
    /** Minutes that going over from one job to another takes anybody, also where both stand at one site; what is fixed need not keep to it. */
    goingOver: Type.Optional(Minute),
    jobs: Type.Array(Job),
    activities: Type.Array(Activity, { maxItems: 2000 }),
    links: Type.Optional(Type.Array(PlanLink)),
    fixed: Type.Optional(Type.Array(Fixed)),
    /** The plan people go by now: what it says stays as it is where it can; what it names and is no more is passed over. */
    previous: Type.Optional(Type.Array(Assignment, { maxItems: 4000 })),
    now: Type.Optional(Minute),
    seed: Type.Optional(Type.Integer({ minimum: 0 })),
    budgetMs: Type.Optional(Type.Number({ minimum: 0, maximum: 600_000 })),
    iterations: Type.Optional(Type.Union([Type.Integer({ minimum: 1, maximum: 1_000_000 }), Type.Null()])),
  },
  { ...Strict, $id: 'plan', title: 'People, equipment, jobs and activities to be scheduled' },
)
export type PlanRequest = Static<typeof PlanRequest>

export const UnscheduledCode = Type.Union(
  (['no-skill', 'too-few-people', 'too-long', 'no-equipment', 'waits-for', 'no-room', 'max-lag'] as const).map((code) =>
    Type.Literal(code),
  ),
)
export type UnscheduledCode =
  | 'no-skill'
  | 'too-few-people'
  | 'too-long'
  | 'no-equipment'
  | 'waits-for'
  | 'no-room'
  | 'max-lag'

export const PlanAnswer = Type.Object(
  {
    assignments: Type.Array(Assignment),
    unscheduled: Type.Array(Type.Object({ activity: Id, code: UnscheduledCode, reason: ObstacleSaid }, Strict)),
    objective: Type.Object(
      { weightedTardiness: Type.Number(), makespan: Type.Number(), handovers: Type.Integer() },
      Strict,
    ),
    bounds: Type.Object({ weightedTardiness: Type.Number(), makespan: Type.Number() }, Strict),
    critical: Type.Array(Id),
    bottleneck: Type.Union([
      Type.Object(
        { kind: Type.Union([Type.Literal('equipment'), Type.Literal('skill')]), id: Id, minutes: Type.Number() },
        Strict,
      ),
      Type.Null(),
    ]),
    warnings: Type.Array(Type.Object({ code: Type.String(), said: ViolationSaid, activities: Type.Array(Id) }, Strict)),
    iterations: Type.Integer(),
    /** What people go by otherwise than they did, as it was before; only where there was a plan before. */
    moved: Type.Optional(Type.Array(Assignment)),
  },
  Strict,
)
export type PlanAnswer = Static<typeof PlanAnswer>
