import { type Static, Type } from '@sinclair/typebox'
import { Body } from '#core/cabin/schema.ts'
import { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { Belonging } from '#core/check-in/belonging.ts'
import { Outside } from '#core/drying/schema.ts'
import { Need, Petal, WorkState } from '#core/job/schema.ts'
import { Ratio } from '#core/mixing/schema.ts'
import { Procedure } from '#core/procedures/schema.ts'

const Strict = { additionalProperties: false }

export const WorkView = Type.Object(
  {
    job: Type.Object(
      {
        id: Type.String(),
        callSign: Type.String(),
        colour: Type.String(),
        plate: Type.String(),
        body: Body,
        state: Type.String(),
        due: Type.Union([Type.String(), Type.Null()]),
      },
      Strict,
    ),
    /** The version at work: what it holds never changes and is asked for once. */
    version: Type.Integer(),
    state: WorkState,
    petals: Type.Array(Petal),
    /** Attended minutes (median) left. */
    minutesLeft: Type.Number(),
    needs: Type.Array(Need),
    places: Type.Array(PlaceToCheck),
    /** What lay in it when it came, and where it goes. */
    belongings: Type.Array(Type.Pick(Belonging, ['what', 'where', 'bag', 'fate'], Strict)),
    /** What is mixed and in date, by product and dilution: which bottle to take, and where it stands. */
    bottles: Type.Array(
      Type.Object(
        { name: Type.String(), place: Type.Union([Type.String(), Type.Null()]), product: Type.String(), ratio: Ratio },
        Strict,
      ),
    ),
    /** Names by person id. */
    names: Type.Record(Type.String(), Type.String()),
    /** Skills of those who work here, by person id. */
    skills: Type.Record(Type.String(), Type.Array(Type.String())),
    /** Steps the plan gives to the person who asks, in its order, with planned start in minutes of the shop's day. */
    mine: Type.Array(Type.Object({ step: Type.String(), start: Type.Number() }, Strict)),
    /** A device measures moisture here; left out where readings are typed. */
    metered: Type.Optional(Type.Literal(true)),
    /** The air outside today, where somebody knows: what dries takes as long as it does in that. */
    outside: Type.Optional(Outside),
    serverTime: Type.String(),
  },
  Strict,
)
export type WorkView = Static<typeof WorkView>

/** One issued version of a job's procedure. */
export const IssuedView = Type.Object({ version: Type.Integer(), procedure: Procedure }, Strict)
export type IssuedView = Static<typeof IssuedView>
