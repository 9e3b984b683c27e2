import { type DayWeather, type Scenario, standInWeather } from '#core/drying/weather.ts'
import { dayAfter } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { keepFromSource } from '#server/jobs/weather.ts'

/** Where a day's weather is known from. A service's own adapter answers this; nothing else has to be touched. */
export interface WeatherSource {
  /** As it is shown beside the weather. */
  name: string
  /** @param day YYYY-MM-DD; undefined where it does not know yet */
  on(day: string): Promise<DayWeather | undefined>
}

/** Made-up weather of one kind: for demonstrations and tests, never for a real shop. */
export const standInSource = (scenario: Scenario, seed = 1): WeatherSource => ({
  name: 'stand-in',
  on: async (day) => standInWeather(scenario, seed, day),
})

const hour = 3_600_000

/** Keeps what a source says of yesterday, today and the days to come. */
export async function askSource(source: WeatherSource, db: Database, at: string): Promise<void> {
  const days = [-1, 0, 1, 2].map((n) => dayAfter(at.slice(0, 10), n))
  const told = await Promise.all(days.map(async (day) => ({ day, weather: await source.on(day) })))
  const known = told.flatMap(({ day, weather }) => (weather ? [{ day, weather }] : []))
  await keepFromSource(db, source.name, known, at)
}

/**
 * Asks a source now and every hour. One that fails is asked again an hour later; what is known stays.
 * @returns what ends it
 */
export async function listenTo(
  source: WeatherSource,
  db: Database,
  now: () => string,
  failed: (error: unknown) => void,
): Promise<() => void> {
  const ask = () => askSource(source, db, now()).catch(failed)
  await ask()
  const timer = setInterval(() => void ask(), hour)
  timer.unref()
  return () => clearInterval(timer)
}
