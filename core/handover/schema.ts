import { type Static, Type } from '@sinclair/typebox'
import { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { Belonging } from '#core/check-in/belonging.ts'
import { HandedOver } from '#core/job/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { Expectation } from '#core/procedures/schema.ts'
import { Remains } from './message-schemas.ts'

const Strict = { additionalProperties: false }

export const Report = Type.Object(
  {
    done: Type.Array(Type.Object({ title: Title, by: Type.Array(Type.String()), minutes: Type.Integer() }, Strict)),
    /** Median minutes of work in what was done, everybody's hands added up. */
    attended: Type.Number(),
    /** What was left, and why: skipped steps, residuals of the procedure, places that failed the final check. */
    remains: Type.Array(Remains),
    /** As they were told before, with how often each came back as it dried. */
    expectations: Type.Array(
      Type.Composite([Expectation, Type.Object({ came: Type.Optional(Type.Integer()) })], Strict),
    ),
    checks: Type.Array(
      Type.Object(
        {
          place: PlaceToCheck,
          passed: Type.Union([Type.Boolean(), Type.Null()]),
          by: Type.String(),
          note: Type.String(),
          selfChecked: Type.Boolean(),
        },
        Strict,
      ),
    ),
    belongings: Type.Array(Belonging),
    workers: Type.Array(Type.String()),
    handedOver: HandedOver,
  },
  Strict,
)
export type Report = Static<typeof Report>
