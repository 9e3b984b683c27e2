import { type Static, Type } from '@sinclair/typebox'
import { humidityRatio } from '#core/drying/moist-air.ts'
import { nightIn } from '#core/drying/night.ts'
import { type DayWeather, weatherAt } from '#core/drying/weather.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { dryMinutes, wettingEnded } from './moisture.ts'
import { isOver } from './reduce.ts'
import type { WorkState } from './schema.ts'

/** What the night does to a car that is still wet: dark before it is dry, panes that fog or freeze; and the morning after, that it froze. */
export const DuskRisk = Type.Object(
  {
    kind: Type.Union((['dark', 'fog', 'frost', 'froze'] as const).map((k) => Type.Literal(k))),
    /** When the last of it is dry, minutes of the shop's day; of a car that froze: when its sun had set. */
    dryAt: Type.Number(),
    sunset: Type.Integer(),
  },
  { additionalProperties: false },
)
export type DuskRisk = Static<typeof DuskRisk>

/** Air in a car that is shut wet is nearly full. */
const shutWet = 0.95

/** The night of a car that is shut wet at that day's dusk. */
function wetNight(day: DayWeather) {
  const { temperature, humidity } = weatherAt(day, day.sunset)
  return nightIn(humidityRatio(temperature, Math.max(shutWet, humidity)), day)
}

interface Ground {
  /** As it dries today: the weather may have turned since the sheet was made. */
  procedure: Procedure
  state: WorkState
  /** When the plan has a step beginning, minutes of the shop's day. */
  begins(step: string): number | undefined
  /** A server time in minutes of the shop's day; before midnight they are below 0. */
  minuteOf(iso: string): number
}

/** When each surface that is wet, or is going to be, is dry by its own course or the plan: minutes of the shop's day. */
function dryTimes({ procedure, state, begins, minuteOf }: Ground): { at: number; since: number | undefined }[] {
  return procedure.steps.flatMap((step): { at: number; since: number | undefined }[] => {
    if (step.treatment !== 'dry' || isOver(state, step.id)) return []
    const ended = wettingEnded(step, procedure, state)
    const since = ended === undefined ? begins(step.id) : minuteOf(ended)
    if (since === undefined) return []
    if (ended === undefined) return [{ at: since + step.minutes, since: undefined }]
    return [{ at: since + dryMinutes(step, procedure, state, ended), since }]
  })
}

/** The worst that the night brings a car that is not dry by then; undefined where it is dry in time, or nothing is known. */
export function duskRisk(ground: Ground, today: DayWeather | undefined): DuskRisk | undefined {
  if (!today || ground.state.handedOver) return undefined
  const times = dryTimes(ground)
  const dryAt = Math.max(...times.map((t) => t.at))
  const { sunset } = today
  if (times.length === 0 || dryAt <= sunset) return undefined
  const night = wetNight(today)
  return { kind: night.frost ? 'frost' : night.fog ? 'fog' : 'dark', dryAt, sunset }
}

/** A car that stood wet through a night that froze its panes: what was wetted before that night and is not judged dry yet. */
export function frozeOvernight(ground: Ground, yesterday: DayWeather | undefined): DuskRisk | undefined {
  if (!yesterday || ground.state.handedOver) return undefined
  const sunset = yesterday.sunset - 1440
  const wet = dryTimes(ground).some(({ at, since }) => since !== undefined && since <= 0 && at > sunset)
  return wet && wetNight(yesterday).frost ? { kind: 'froze', dryAt: sunset, sunset: yesterday.sunset } : undefined
}
