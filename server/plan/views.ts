import { type Static, Type } from '@sinclair/typebox'
import { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'

const Strict = { additionalProperties: false }

export const PlanView = Type.Object(
  {
    day: Type.String(),
    version: Type.Integer(),
    request: PlanRequest,
    answer: PlanAnswer,
    changed: Type.Boolean(),
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
    steps: Type.Record(
      Type.String(),
      Type.Object({ title: Type.String(), stage: Type.String(), job: Type.String(), crew: Type.Integer() }, Strict),
    ),
    /** Minutes from the day's midnight on the shop's clock. */
    now: Type.Number(),
  },
  Strict,
)
export type PlanView = Static<typeof PlanView>

/** What a change by hand breaks. */
export const BrokenView = Type.Object({ warnings: PlanAnswer.properties.warnings }, Strict)
