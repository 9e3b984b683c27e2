import type { AirSetting } from '#core/catalogue/air.ts'
import type { Outside } from './schema.ts'
import type { Stretch } from './simulate.ts'

/** How the car stands from each minute on where something changes: its air, its weather, or a heater that gets warm. Both lists begin at 0 and rise. */
export function stretchesOf(
  airs: readonly { from: number; air: AirSetting }[],
  weather: readonly ({ from: number } & Outside)[],
): Stretch[] {
  const warm = airs.flatMap(({ from, air }) => (air.warmUp ? [from + air.warmUp] : []))
  const turns = [...new Set([0, ...airs.map((a) => a.from), ...weather.map((w) => w.from), ...warm])].sort(
    (a, b) => a - b,
  )
  return turns.map((from) => {
    const { air, from: since } = airs.findLast((a) => a.from <= from) ?? airs[0]!
    const { temperature, humidity } = weather.findLast((w) => w.from <= from) ?? weather[0]!
    const { changes, speed, watts, warmUp = 0 } = air
    return { from, changes, speed, watts: from - since >= warmUp ? watts : 0, temperature, humidity }
  })
}
