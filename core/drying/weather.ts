import { type Static, Type } from '@sinclair/typebox'
import { normals, seededRandom } from '#core/units/random.ts'
import { humidityRatio, relativeHumidity } from './moist-air.ts'
import type { Outside } from './schema.ts'

const Strict = { additionalProperties: false }
const Celsius = Type.Number({ minimum: -40, maximum: 55 })

/** A day's weather at one site, as much of it as drying asks for. */
export const DayWeather = Type.Object(
  {
    /** °C: the warmest of the day, and the coldest of the night after. */
    high: Celsius,
    low: Celsius,
    /** Relative, 0–1, when it is warmest. */
    humidity: Type.Number({ minimum: 0.02, maximum: 1 }),
    /** m/s. */
    wind: Type.Number({ minimum: 0, maximum: 40 }),
    /** The night is clear: panes get colder than the air. */
    clear: Type.Boolean(),
    /** Minutes of the shop's day. */
    sunset: Type.Integer({ minimum: 0, maximum: 1440 }),
  },
  Strict,
)
export type DayWeather = Static<typeof DayWeather>

/** Air outside where nobody said another: the mild day of catalogue D2. */
export const mild: Outside = { temperature: 20, humidity: 0.5 }

/** Minutes of the day when it is coldest and warmest. */
const coldest = 6 * 60
const warmest = 15 * 60

/** Temperature and humidity at a minute of the day: the water in the air stays what it is, the temperature swings between its two ends. */
export function weatherAt({ high, low, humidity }: DayWeather, minute: number): Outside {
  const m = ((minute % 1440) + 1440) % 1440
  const rising = m >= coldest && m <= warmest
  const along = rising
    ? (1 - Math.cos((Math.PI * (m - coldest)) / (warmest - coldest))) / 2
    : (1 + Math.cos((Math.PI * ((m - warmest + 1440) % 1440)) / (1440 - (warmest - coldest)))) / 2
  const temperature = low + (high - low) * along
  return { temperature, humidity: Math.min(1, relativeHumidity(humidityRatio(high, humidity), temperature)) }
}

/** What is usual of a stretch of working hours: its mean. */
export function meanWeather(day: DayWeather, from: number, to: number): Outside {
  const hours = Math.max(1, Math.round((to - from) / 60))
  const at = Array.from({ length: hours + 1 }, (_, i) => weatherAt(day, from + ((to - from) * i) / hours))
  const mean = (of: (w: Outside) => number) => at.reduce((sum, w) => sum + of(w), 0) / at.length
  return { temperature: mean((w) => w.temperature), humidity: mean((w) => w.humidity) }
}

/** Kinds of weather that the stand-in makes. */
export const scenarios = {
  mild: { high: 20, low: 11, humidity: 0.5, wind: 3, clear: 0.5 },
  'damp-autumn': { high: 10, low: 6, humidity: 0.88, wind: 2, clear: 0.2 },
  frost: { high: 4, low: -5, humidity: 0.75, wind: 1, clear: 0.9 },
  heat: { high: 33, low: 20, humidity: 0.32, wind: 2, clear: 0.9 },
} as const
export type Scenario = keyof typeof scenarios

/**
 * Sunset in minutes of solar time, from the day of the year and the latitude: cos ω = −tan φ · tan δ, δ = 23.44° · sin(2π(284 + n)/365)
 * (Cooper 1969).
 */
export function sunsetOn(day: string, latitude: number): number {
  const start = Date.UTC(Number(day.slice(0, 4)), 0, 1)
  const n = Math.round((Date.parse(`${day}T00:00:00Z`) - start) / 86_400_000) + 1
  const declination = ((23.44 * Math.PI) / 180) * Math.sin((2 * Math.PI * (284 + n)) / 365)
  const x = -Math.tan((latitude * Math.PI) / 180) * Math.tan(declination)
  return Math.round(720 + (4 * 180 * Math.acos(Math.min(1, Math.max(-1, x)))) / Math.PI)
}

/** One made-up day of a scenario: the same for the same seed and day. A stand-in for a weather service, not a forecast. */
export function standInWeather(scenario: Scenario, seed: number, day: string, latitude = 50): DayWeather {
  const usual = scenarios[scenario]
  const random = seededRandom(seed + Math.round(Date.parse(`${day}T00:00:00Z`) / 86_400_000))
  const normal = normals(random)
  const round = (value: number, by: number) => Math.round(value / by) * by
  const shift = 1.5 * normal()
  return {
    high: round(usual.high + shift, 0.5),
    low: round(usual.low + shift + 0.5 * normal(), 0.5),
    humidity: round(Math.min(0.98, Math.max(0.15, usual.humidity + 0.04 * normal())), 0.01),
    wind: round(Math.max(0, usual.wind + normal()), 0.5),
    clear: random() < usual.clear,
    sunset: sunsetOn(day, latitude),
  }
}
