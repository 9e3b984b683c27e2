import { type Static, Type } from '@sinclair/typebox'
import { Moment, Person, Strict } from './shape.ts'

/** Something found in the car. Cash is counted by two; a hazard stops the line until a lead has cleared it. */
export const Belonging = Type.Object(
  {
    what: Type.String({ minLength: 1, maxLength: 200 }),
    where: Type.String({ maxLength: 100 }),
    bag: Type.Optional(Type.String({ maxLength: 20 })),
    fate: Type.Optional(
      Type.Union([Type.Literal('return'), Type.Literal('rubbish'), Type.Literal('cash'), Type.Literal('hazard')]),
    ),
    cash: Type.Optional(
      Type.Object(
        {
          /** Minor units of the shop's currency. */
          amount: Type.Integer({ minimum: 0, maximum: 100_000_000 }),
          counted: Type.Array(Person, { minItems: 2, maxItems: 2 }),
        },
        Strict,
      ),
    ),
    cleared: Type.Optional(Type.Object({ by: Person, at: Moment }, Strict)),
  },
  Strict,
)
export type Belonging = Static<typeof Belonging>
