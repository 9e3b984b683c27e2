import { type Static, Type } from '@sinclair/typebox'
import { DayWeather } from '#core/drying/weather.ts'
import { DuskRisk } from '#core/job/dusk.ts'
import { JobState } from '#core/job/job-state.ts'
import { Need, Petal } from '#core/job/schema.ts'
import { Title } from '#core/procedures/message-schemas.ts'

const Strict = { additionalProperties: false }
const Nullable = Type.Union([Type.Number(), Type.Null()])

export const DayJobView = Type.Object(
  {
    id: Type.String(),
    callSign: Type.String(),
    colour: Type.String(),
    state: JobState,
    vehicle: Type.String(),
    plate: Type.String(),
    petals: Type.Array(Petal),
    minutesLeft: Nullable,
    arrives: Type.String(),
    due: Type.Union([Type.String(), Type.Null()]),
    /** Planned end of everything, minutes of the shop's day; null when not planned. */
    ready: Nullable,
    running: Type.Array(Type.Object({ step: Type.String(), title: Title, person: Type.String() }, Strict)),
    /** Who has a step running, or a timer of a step they worked on. */
    hands: Type.Array(Type.String()),
    stepsDone: Type.Integer(),
    steps: Type.Integer(),
    needs: Type.Array(Need),
    /** What the night brings it, where it will not be dry by then, or brought. */
    dusk: Type.Optional(DuskRisk),
  },
  Strict,
)
export type DayJobView = Static<typeof DayJobView>

export const DayView = Type.Object(
  {
    day: Type.String(),
    now: Type.Number(),
    serverTime: Type.String(),
    jobs: Type.Array(DayJobView),
    /** Today's, where somebody said it. */
    weather: Type.Optional(
      Type.Object({ ...DayWeather.properties, source: Type.Union([Type.String(), Type.Null()]) }, Strict),
    ),
    /** Bottles past their life: to be emptied and rinsed. */
    bottles: Type.Array(Type.Object({ id: Type.String(), name: Type.String(), product: Type.String() }, Strict)),
    /** Machines whose upkeep is due; left out where none is. */
    upkeep: Type.Optional(Type.Array(Type.Object({ machine: Type.String(), what: Type.String() }, Strict))),
  },
  Strict,
)
export type DayView = Static<typeof DayView>
