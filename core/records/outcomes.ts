import { logit, shifted } from '#core/units/odds.ts'
import type { StainFate } from './schema.ts'

/** Records that weigh as much as the catalogue's own figure: as with the shop's pace. */
const kappa = 12
/** No chance is nothing or certain: percent. */
const [least, most] = [2, 98]

const within = (percent: number) => Math.min(most, Math.max(least, percent)) / 100

/** How good what was said of some stains was. */
export interface Foretelling {
  of: number
  out: number
  /** Percent, on average. */
  said: number
  /** Brier's score: the mean square of how far what was said lay from what came, 0 (always right and sure) to 1. Brier 1950. */
  brier: number
}

export function foretellingOf(fates: readonly StainFate[]): Foretelling {
  const of = fates.length
  const mean = (value: (f: StainFate) => number) => (of === 0 ? 0 : fates.reduce((sum, f) => sum + value(f), 0) / of)
  return {
    of,
    out: fates.filter((f) => f.out).length,
    said: mean((f) => f.chance),
    brier: mean((f) => (f.chance / 100 - Number(f.out)) ** 2),
  }
}

/**
 * How a shop's own chances differ from the catalogue's, on the logit scale: what came of so many stains, drawn towards the catalogue by
 * n / (n + 12). 0: as the catalogue has it.
 */
export function shiftOf(fates: readonly StainFate[]): number {
  if (fates.length === 0) return 0
  const { of, out } = foretellingOf(fates)
  const before = within(fates.reduce((sum, f) => sum + (f.seed ?? f.chance), 0) / of)
  return logit((out + kappa * before) / (of + kappa)) - logit(before)
}

/** A chance as a shop's own records have it. @param chance percent, of the catalogue @returns whole percent */
export const ownChance = (chance: number, shift: number): number => Math.round(shifted(chance, shift))
