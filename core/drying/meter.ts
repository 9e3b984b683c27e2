import { normals, seededRandom } from '#core/units/random.ts'
import { courseOf } from './course.ts'
import type { Course } from './refit.ts'

/** A place that dries, as a meter held to it would see it. */
export interface Wet {
  job: string
  step: string
  left: number
  critical: number
  touchDry: number
  /** Minutes it is expected to take, and those since its wetting ended. */
  dry: number
  minute: number
}

/** A moisture meter. A device's own adapter answers this; nothing else has to be touched. */
export interface MeterSource {
  /** As it is shown beside its readings. */
  name: string
  /** Grams on a square metre there now; undefined while it has nothing. */
  read(wet: Wet): Promise<number | undefined>
}

/** How much faster or slower a made-up patch dries than it was expected to, one standard deviation. */
const paceSpread = 0.2
/** A made-up meter's error, as a share and in g/m². */
const share = 0.05
const floor = 4

/** Grams of a course at a minute, between its points. */
function gramsAt({ at, grams }: Course, minute: number): number {
  const i = at.findIndex((m) => m >= minute)
  if (i < 0) return grams.at(-1)!
  if (i === 0) return grams[0]!
  const along = (minute - at[i - 1]!) / (at[i]! - at[i - 1]!)
  return grams[i - 1]! + (grams[i]! - grams[i - 1]!) * along
}

/** How much longer than expected a made-up patch takes: the same for the same seed. */
export const standInFactor = (seed: number): number =>
  Math.min(1.6, Math.max(0.6, Math.exp(paceSpread * normals(seededRandom(seed))())))

/**
 * What a made-up moisture meter reads on a patch: its expected course, taken so much longer or shorter, with a meter's noise. A stand-in for a
 * device, for demonstrations and tests.
 * @param dry minutes it is expected to take
 * @param minute since its wetting ended
 * @param seed of the patch; each reading's noise follows from it and the tenth of a second
 * @returns g/m², whole, never below 0
 */
export function standInReading(
  patch: { left: number; critical: number; touchDry: number },
  dry: number,
  minute: number,
  seed: number,
): number {
  const grams = gramsAt(courseOf(patch, Math.max(1, dry * standInFactor(seed))), Math.max(0, minute))
  const noise = normals(seededRandom(seed + Math.round(minute * 600)))()
  return Math.max(0, Math.round(grams + noise * (floor + share * grams)))
}
