import { dryingWork } from './dry-time.ts'
import type { Course } from './refit.ts'

/** Minutes between the points of a course. */
const step = 5

/**
 * The course of one patch that is known to take so long: constant rate down to its critical content, then falling in proportion to what is left,
 * at the rate that makes it touch-dry just then. Drawn on to twice its time, for one that turns out slower.
 * @param dry minutes from the end of its wetting until it is touch-dry
 */
export function courseOf(
  { left, critical, touchDry }: { left: number; critical: number; touchDry: number },
  dry: number,
): Course {
  const constant = Math.max(0, left - critical)
  const from = Math.min(left, critical)
  const rate = dryingWork(left, { critical, touchDry }) / Math.max(1, dry)
  const at: number[] = []
  const grams: number[] = []
  for (let minute = 0; minute <= 2 * dry + step; minute += step) {
    const gone = rate * minute
    at.push(minute)
    grams.push(gone <= constant ? left - gone : from * Math.exp(-(gone - constant) / critical))
  }
  return { at, grams }
}
