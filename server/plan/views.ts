import { type Static, Type } from '@sinclair/typebox'
import { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'

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
  },
  Strict,
)

export type PlanStep = Static<typeof PlanStep>

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
      Type.Object({ id: Type.String(), name: Type.String(), skills: Type.Array(Type.String()) }, Strict),
    ),
    jobs: Type.Array(
      Type.Object(
        {
          id: Type.String(),
          callSign: Type.String(),
          colour: Type.String(),
          due: Type.Union([Type.Number(), Type.Null()]),
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
  },
  Strict,
)
export type PlanView = Static<typeof PlanView>

/** The plan as the planner reads and writes it. */
export const PlanProblemView = Type.Object({ request: PlanRequest, answer: PlanAnswer }, Strict)

/** What a change by hand breaks. */
export const BrokenView = Type.Object({ warnings: PlanAnswer.properties.warnings }, Strict)
