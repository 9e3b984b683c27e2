import { type Static, Type } from '@sinclair/typebox'
import { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { Belonging } from '#core/check-in/belonging.ts'
import { Extra, HandedOver } from '#core/job/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'
import { Expectation } from '#core/procedures/schema.ts'
import { AreaNotDone } from './accounted.ts'
import { AreaDone } from './areas.ts'
import { Remains } from './message-schemas.ts'

/** Out, as far as it was judged dry; or left as it is. */
export const Outcome = Type.Union([Type.Literal('gone'), Type.Literal('stays')])

const Strict = { additionalProperties: false }

export const Report = Type.Object(
  {
    done: Type.Array(Type.Object({ title: Title, by: Type.Array(Type.String()), minutes: Type.Integer() }, Strict)),
    /** The same by area, as its owner would say it. */
    areas: Type.Array(AreaDone),
    /** Where nothing was done, and as what that counts: with the areas all that a package holds. */
    notDone: Type.Array(AreaNotDone),
    /** Leather was cleaned or cared for: it wants that again. */
    leather: Type.Boolean(),
    /** Median minutes of work in what was done, everybody's hands added up. */
    attended: Type.Number(),
    /** What was left, and why: skipped steps, residuals of the procedure, places that failed the final check. */
    remains: Type.Array(Remains),
    /** As they were told before, with how often each came back as it dried, and what came of it once it was judged dry. */
    expectations: Type.Array(
      Type.Composite(
        [Expectation, Type.Object({ came: Type.Optional(Type.Integer()), outcome: Type.Optional(Outcome) })],
        Strict,
      ),
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
    /** More than was agreed at first, with its price and who took it. */
    extras: Type.Array(Extra),
    belongings: Type.Array(Belonging),
    workers: Type.Array(Type.String()),
    handedOver: HandedOver,
  },
  Strict,
)
export type Report = Static<typeof Report>
