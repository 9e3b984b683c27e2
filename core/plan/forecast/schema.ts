import { type Static, Type } from '@sinclair/typebox'
import { Assignment, PlanRequest } from '#core/plan/schema.ts'

const Strict = { additionalProperties: false }
const Id = Type.String({ minLength: 1, maxLength: 200 })

/** What makes a car late, as far as one thing does. */
export const LateBecause = Type.Union([
  /** A step under way takes longer than planned. */
  Type.Object({ kind: Type.Literal('overrun'), activity: Id, minutes: Type.Number() }, Strict),
  /** Its hands, or its machine, are with another car until then. */
  Type.Object({ kind: Type.Literal('person'), person: Id, job: Id, until: Type.Number() }, Strict),
  Type.Object({ kind: Type.Literal('machine'), machine: Id, job: Id, until: Type.Number() }, Strict),
  /** Nobody is there before. */
  Type.Object({ kind: Type.Literal('shift'), from: Type.Number() }, Strict),
  /** Something passes by itself until then, as what dries: without it the car would be in time. */
  Type.Object({ kind: Type.Literal('passes'), activity: Id, until: Type.Number() }, Strict),
  /** It came too late for what it needs. */
  Type.Object({ kind: Type.Literal('work'), minutes: Type.Number() }, Strict),
])
export type LateBecause = Static<typeof LateBecause>

export const JobForecast = Type.Object(
  {
    job: Id,
    /** When it will be ready if everything takes what it usually does, minutes from the origin. */
    ready: Type.Number(),
    /** Sampled ends, from the earliest to the latest, evenly by chance: 21 figures are the 0th, 5th … 100th percentile. */
    odds: Type.Array(Type.Number()),
    /** The time it is ready by in eight days of ten. */
    likely: Type.Number(),
    /** Chance of being ready by what was promised, 0 to 1. */
    inTime: Type.Optional(Type.Number()),
    /** Where it will be late: by how much, and what makes it so. */
    late: Type.Optional(Type.Object({ by: Type.Number(), because: LateBecause }, Strict)),
  },
  Strict,
)
export type JobForecast = Static<typeof JobForecast>

/** A change that would have a car ready sooner, and what it comes to. */
export const Help = Type.Object(
  {
    what: Type.Union([
      Type.Object({ kind: Type.Literal('machine'), machine: Id }, Strict),
      Type.Object({ kind: Type.Literal('person') }, Strict),
      Type.Object({ kind: Type.Literal('first') }, Strict),
      Type.Object({ kind: Type.Literal('promise') }, Strict),
    ]),
    ready: Type.Number(),
    likely: Type.Number(),
    inTime: Type.Optional(Type.Number()),
    /** Jobs that would be late for it and are not now. */
    late: Type.Array(Id),
  },
  Strict,
)
export type Help = Static<typeof Help>

export const PromiseRequest = Type.Object(
  {
    request: PlanRequest,
    /** The plan people follow; planned first where it is left out. */
    assignments: Type.Optional(Type.Array(Assignment, { maxItems: 2000 })),
    days: Type.Optional(Type.Integer({ minimum: 20, maximum: 5000 })),
    seed: Type.Optional(Type.Integer({ minimum: 0 })),
  },
  { ...Strict, $id: 'promise', title: 'A plan that is to be sampled for when its jobs will be ready' },
)
export type PromiseRequest = Static<typeof PromiseRequest>

export const Forecast = Type.Object(
  {
    /** The plan as it will come now: what began late or took longer pushes what waits for it. */
    assignments: Type.Array(Assignment),
    jobs: Type.Array(JobForecast),
  },
  Strict,
)
export type Forecast = Static<typeof Forecast>
