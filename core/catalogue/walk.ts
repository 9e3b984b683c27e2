import { type Static, Type } from '@sinclair/typebox'
import { Strict, Text } from './shape.ts'

const Minutes = Type.Number({ minimum: 0 })

/** What it costs to go from one step to the next, and where the places of a car lie: seeds in minutes, fitted and not measured. */
export const Walk = Type.Object(
  {
    costs: Type.Object(
      {
        /** Putting one machine away and taking another. */
        machine: Minutes,
        /** Another head on the same machine. */
        head: Minutes,
        /** Another brush or cloth. */
        tool: Minutes,
        /** Another bottle. */
        product: Minutes,
        /** To a place beside it, and to one farther off. */
        beside: Minutes,
        across: Minutes,
        /** Opening another door. */
        door: Minutes,
        /** Against the direction the house works in, and from below upwards. */
        back: Minutes,
        /** For each row that what is below the roof is begun past the first one of its direction. */
        begun: Minutes,
        /** Laying work aside that may not wait long, to come back to it: worth it over a quarter hour's dwell, not over a spray's few minutes. */
        aside: Minutes,
        /** Leaving what belongs together before all of it is done. */
        left: Minutes,
        /** Leaving a stage that is done in one go before all of it is done. */
        stage: Minutes,
        up: Minutes,
      },
      Strict,
    ),
    /** What belongs together, by stage (judgement.md §5): a row or floor is not left and come back to, a tool goes round the car once, a machine of any stage. Rounds by row in their order: seats, then floors. */
    together: Type.Record(
      Text,
      Type.Union([Type.Literal('zoneGroup'), Type.Literal('treatment'), Type.Literal('equipment')]),
    ),
    /** Stages that are done in one go where nothing has to be waited for: nobody goes out for the glass between two hard parts. */
    inOneGo: Type.Array(Text),
    /** Places by the beginning of their zone's name; a row and a side that are not said here are in the name (seat-2l). */
    places: Type.Array(
      Type.Object(
        {
          zone: Text,
          /** Row of seats; 0 is in front of the first. */
          row: Type.Optional(Type.Union([Type.Integer({ minimum: 0 }), Type.Literal('behind')])),
          /** What is worked through a door of its own. */
          door: Type.Optional(Text),
          /** From top to bottom. */
          level: Type.Integer({ minimum: 0 }),
          /** All round the car, or beside it: not walked to. */
          everywhere: Type.Optional(Type.Literal(true)),
        },
        Strict,
      ),
    ),
    /** How a car is gone round, by choice of the house rule on direction. */
    directions: Type.Record(Text, Type.Union([Type.Literal('rear-to-front'), Type.Literal('round')])),
  },
  { ...Strict, description: 'What it costs to go from one step to the next.' },
)
export type Walk = Static<typeof Walk>
