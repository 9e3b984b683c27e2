import { dewPoint } from './moist-air.ts'
import type { Night } from './schema.ts'

/** K that panes are under the air outside on a clear night: they shine their heat at the sky (engines.md §3). */
const clearSky = 3

/** The night after, in a car that was shut with this air in it: fog where its dew point passes the panes, frost where they are under 0 °C then. */
export function nightIn(ratio: number, { low, clear }: { low: number; clear: boolean }): Night {
  const dew = dewPoint(ratio)
  const glass = low - (clear ? clearSky : 0)
  const fog = dew > glass
  return { dewPoint: dew, glass, fog, frost: fog && glass < 0 }
}
