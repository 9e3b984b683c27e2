import { type Static, Type } from '@sinclair/typebox'
import { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'

const Strict = { additionalProperties: false }

export const PlanView = Type.Object(
  {
    day: Type.String(),
    version: Type.Integer(),
    /** What is over for long is left out, and of what could not be planned all but the first. */
    answer: Type.Omit(PlanAnswer, ['critical'], Strict),
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
        },
        Strict,
      ),
    ),
    /** Call signs of checked-in vehicles that are not in this plan: they came later, or one plan does not hold them. */
    later: Type.Array(Type.String()),
    steps: Type.Record(
      Type.String(),
      Type.Object(
        {
          title: Title,
          stage: Type.String(),
          crew: Type.Integer(),
          /** It has begun or is over. */
          fixed: Type.Optional(Type.Literal(true)),
          skills: Type.Optional(Type.Array(Type.String())),
        },
        Strict,
      ),
    ),
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
