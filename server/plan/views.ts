import { type Static, Type } from '@sinclair/typebox'
import { JobForecast, LateBecause } from '#core/plan/forecast/schema.ts'
import { Assignment, PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { Away, Stretches } from '#core/shop/week.ts'

const Strict = { additionalProperties: false }

/** A step of a job in the plan. What most steps do not have is left out: a full day is a thousand of them. */
const PlanStep = Type.Object(
  {
    id: Type.String(),
    title: Title,
    stage: Type.String(),
    /** From and to, in minutes of the day; without it the step is not planned. */
    at: Type.Optional(Type.Tuple([Type.Number(), Type.Number()])),
    /** Who does it; without it nobody is needed: it dries or soaks. */
    by: Type.Optional(Type.Array(Type.String())),
    /** It has begun or is over. */
    fixed: Type.Optional(Type.Literal(true)),
    skills: Type.Optional(Type.Array(Type.String())),
    /** Kinds of machines it has all the while. */
    needs: Type.Optional(Type.Array(Type.String())),
    /** Somebody moved it by hand: who, and when; it stays with those people, and at its time where `timed`. */
    kept: Type.Optional(Type.Object({ by: Type.String(), at: Type.String(), timed: Type.Boolean() }, Strict)),
  },
  Strict,
)

export type PlanStep = Static<typeof PlanStep>

/** What has happened since the plan was made that it does not hold for. */
const Disturbance = Type.Union([
  /** A car will be late that was not planned to be. */
  Type.Object({ kind: Type.Literal('late'), job: Type.String(), by: Type.Number(), because: LateBecause }, Strict),
  /** Somebody who has steps ahead is not there for them. */
  Type.Object({ kind: Type.Literal('away'), person: Type.String(), steps: Type.Integer() }, Strict),
  /** A car that is here and in no plan. */
  Type.Object({ kind: Type.Literal('came'), sign: Type.String() }, Strict),
  /** Steps of a car that its plan does not know. */
  Type.Object({ kind: Type.Literal('new'), job: Type.String(), steps: Type.Integer() }, Strict),
  /** A machine that steps ahead need and that is not there. */
  Type.Object({ kind: Type.Literal('machine'), machine: Type.String(), steps: Type.Integer() }, Strict),
])
export type Disturbance = Static<typeof Disturbance>

export const PlanView = Type.Object(
  {
    day: Type.String(),
    version: Type.Integer(),
    /** All but the assignments, which stand with their jobs' steps; of what could not be planned only the first. */
    answer: Type.Omit(PlanAnswer, ['critical', 'assignments'], Strict),
    changed: Type.Boolean(),
    /** How many steps could not be planned. */
    unplanned: Type.Integer(),
    /** Names for the ids in it. */
    people: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          name: Type.String(),
          skills: Type.Array(Type.String()),
          /** When they are there today, minutes of the day. */
          hours: Type.Optional(Stretches),
          /** When they are not and would be. */
          away: Type.Optional(Type.Array(Type.Omit(Away, ['day'], Strict))),
        },
        Strict,
      ),
    ),
    /** Those who work on other days and not today. */
    off: Type.Optional(Type.Array(Type.Object({ id: Type.String(), name: Type.String() }, Strict))),
    jobs: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          callSign: Type.String(),
          colour: Type.String(),
          due: Type.Union([Type.Number(), Type.Null()]),
          /** Kinds of places it holds from its first step to its last. */
          holds: Type.Optional(Type.Array(Type.String())),
          /** Steps that wait until what was found is cleared: when it will be ready is not known. */
          held: Type.Optional(Type.Integer()),
          /** When it will be ready as things stand, and where that is late, why. */
          ready: Type.Optional(Type.Number()),
          late: Type.Optional(Type.Object({ by: Type.Number(), because: LateBecause }, Strict)),
          /** Those that are planned and not over for long, and those that are told as not planned. */
          steps: Type.Array(PlanStep),
        },
        Strict,
      ),
    ),
    /** Call signs of checked-in vehicles that are not in this plan: they came later, or one plan does not hold them. */
    later: Type.Array(Type.String()),
    /** Minutes from the day's midnight on the shop's clock. */
    now: Type.Number(),
    /** Minutes left to whoever goes over to another car. */
    goingOver: Type.Optional(Type.Integer()),
    /** When more cars at once count on a machine to dry than there are: they dry slower than their procedures say. */
    overdrawn: Type.Optional(
      Type.Array(
        Type.Object(
          {
            machine: Type.String(),
            count: Type.Integer(),
            from: Type.Number(),
            to: Type.Number(),
            jobs: Type.Array(Type.String()),
          },
          Strict,
        ),
      ),
    ),
    disturbed: Type.Optional(Type.Array(Disturbance)),
    /** Whoever leads left the plan as it is, all that is disturbed known. */
    left: Type.Optional(Type.Literal(true)),
    /** How many of its last changes can be taken back. */
    back: Type.Optional(Type.Integer()),
  },
  Strict,
)
export type PlanView = Static<typeof PlanView>

/** The plan as the planner reads and writes it. */
export const PlanProblemView = Type.Object({ request: PlanRequest, answer: PlanAnswer }, Strict)

/** What a change by hand breaks, and which cars it makes ready later or sooner. */
export const ChangedView = Type.Object(
  {
    warnings: PlanAnswer.properties.warnings,
    costs: Type.Array(Type.Object({ job: Type.String(), ready: Type.Number(), was: Type.Number() }, Strict)),
  },
  Strict,
)
export type ChangedView = Static<typeof ChangedView>

/** When one car more could be ready among what is booked; nothing where it finds no room today. */
export const PromiseView = Type.Object(
  {
    ready: Type.Union([Type.Number(), Type.Null()]),
    likely: Type.Union([Type.Number(), Type.Null()]),
    /** Call signs of cars that would be late for it. */
    late: Type.Array(Type.String()),
  },
  Strict,
)
export type PromiseView = Static<typeof PromiseView>

/** How sure each car's end is, from sampled days. */
export const OddsView = Type.Object({ now: Type.Number(), jobs: Type.Array(JobForecast) }, Strict)
export type OddsView = Static<typeof OddsView>

/** What planning again would bring, worked out because something happened: kept or left by whoever leads. */
export const OfferView = Type.Object(
  {
    id: Type.String(),
    /** What others would do, or at another time: as it comes now, and as it would. */
    moved: Type.Array(Assignment),
    to: Type.Array(Assignment),
    /** Cars that would be ready at another time; `was` is null for one that is in no plan yet, `ready` for one that finds no room. */
    cars: Type.Array(
      Type.Object(
        {
          sign: Type.String(),
          due: Type.Union([Type.Number(), Type.Null()]),
          was: Type.Union([Type.Number(), Type.Null()]),
          ready: Type.Union([Type.Number(), Type.Null()]),
        },
        Strict,
      ),
    ),
    /** Steps that would find no room. */
    unplanned: Type.Integer(),
  },
  Strict,
)
export type OfferView = Static<typeof OfferView>
