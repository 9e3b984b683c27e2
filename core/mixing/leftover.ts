import { fractionOf } from './fraction.ts'
import { type MixWarnings, mixWarning } from './messages.ts'
import type { HazardRole, Mix, MixRequest } from './schema.ts'

export interface Leftover {
  kept: number
  /** Share of concentrate in what is kept. */
  keptFraction: number
  discard: number
  warnings: Mix['warnings']
}

/** Remnants of these are always emptied: their strength or life is not what the label says any more. */
const neverKept: readonly HazardRole[] = ['disinfectant', 'enzyme', 'peroxide', 'oxidiser']

/**
 * How much of what is in the vessel may stay (engines.md §1): all of it where neither concentrate nor water would be too much already; else
 * f·V/f0 of one that is stronger, V(1−f)/(1−f0) of one that is weaker, V of one that is the same.
 */
export function leftoverOf({ present, fill_ml, role }: MixRequest, fraction: number): Leftover {
  const none: Leftover = { kept: 0, keptFraction: 0, discard: 0, warnings: [] }
  if (!present) return none
  const emptied = (because: MixWarnings['empty-first']): Leftover => ({
    ...none,
    discard: present.volume_ml,
    warnings: [mixWarning('empty-first', because)],
  })
  if (!present.ratio) return emptied({ because: 'unknown' })
  if (present.past_life) return emptied({ because: 'past-life' })
  if (role && neverKept.includes(role)) return emptied({ because: 'never-kept', role })
  const f0 = fractionOf(present.ratio)
  const v0 = present.volume_ml
  const concentrate = fraction * fill_ml - f0 * v0
  const water = fill_ml - v0 - concentrate
  // Differences below a billionth are binary fractions, not liquid.
  const slack = 1e-9 * fill_ml
  if (concentrate >= -slack && water >= -slack) return { ...none, kept: v0, keptFraction: f0 }
  const most =
    Math.abs(f0 - fraction) < 1e-12
      ? fill_ml
      : f0 > fraction
        ? (fraction * fill_ml) / f0
        : (fill_ml * (1 - fraction)) / (1 - f0)
  const kept = Math.min(v0, most)
  return { ...none, kept, keptFraction: f0, discard: v0 - kept }
}
