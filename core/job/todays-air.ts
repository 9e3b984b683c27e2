import { evaporation } from '#core/drying/evaporation.ts'
import type { Outside } from '#core/drying/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/** Air over what is wet in a car that stands open, m/s: enough to tell how much slower it dries in other weather. */
const stir = 0.5
/** Times as long at most: where nothing dries any more it is wet at any dusk. */
const slowest = 20
/** Weather that changes a drying by less says nothing that the model itself knows better (engines.md §3: ± 15 %): what was issued stands. */
const told = 0.15

/** How many times as long a car dries in today's air outside as in that of its sheet; 1 where that is much the same, or not known. */
export function slowerBy({ drying }: Pick<Procedure, 'drying'>, outside: Outside | undefined): number {
  if (!drying || !outside) return 1
  const rate = (air: Outside) => evaporation({ ...air, speed: stir })
  const times = Math.min(slowest, rate(drying.outside) / Math.max(1e-9, rate(outside)))
  return Math.abs(times - 1) < told ? 1 : times
}

/**
 * A procedure with the minutes that its surfaces take to dry in today's weather. What was issued says the weather of that moment; the sheet
 * keeps it, but nobody plans, judges or promises by weather that is over.
 * @param outside the air outside today; undefined where nobody knows
 * @returns the very same procedure where nothing changes
 */
export function inTodaysAir<P extends Pick<Procedure, 'steps' | 'drying'>>(
  procedure: P,
  outside: Outside | undefined,
): P {
  const times = slowerBy(procedure, outside)
  if (times === 1) return procedure
  const steps = procedure.steps.map((step) =>
    step.treatment === 'dry' ? { ...step, minutes: Math.ceil(step.minutes * times) } : step,
  )
  return { ...procedure, steps }
}
