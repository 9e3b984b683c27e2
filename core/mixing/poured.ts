import type { HazardRole, MixOption, MixRequest } from './schema.ts'

interface Poured {
  /** Wanted concentrate. */
  dose: number
  kept: number
  keptFraction: number
  fraction: number
  poured_ml: number
}

/** Outside the label's range these may be neither stretched nor kept. */
const strict: readonly HazardRole[] = ['disinfectant', 'acid', 'oxidiser', 'peroxide', 'enzyme']

/**
 * Ways on from concentrate that was measured already, no water on it yet (engines.md §1). Too much: stretch it to more liquid, take some back
 * from the clean dry measure (never into the original container), or keep it stronger where the label allows. Too little: pour more.
 */
export function optionsFor(
  { fill_ml, capacity_ml, range, role }: MixRequest,
  { dose, kept, keptFraction, fraction, poured_ml }: Poured,
): MixOption[] {
  const tiny = 1e-9 * fill_ml
  const within = (f: number) => range !== undefined && f >= range.min - 1e-12 && f <= range.max + 1e-12
  const careful = role !== undefined && strict.includes(role)
  if (poured_ml < dose - tiny)
    return [
      {
        kind: 'pour-more',
        total_ml: fill_ml,
        concentrate_ml: dose,
        water_ml: fill_ml - kept - dose,
        remove_ml: 0,
        fraction,
        allowed: true,
      },
    ]
  if (poured_ml <= dose + tiny) return []
  const held = keptFraction * kept
  const stretched = (poured_ml + held) / fraction
  const stronger = (poured_ml + held) / fill_ml
  return [
    {
      kind: 'stretch',
      total_ml: stretched,
      concentrate_ml: poured_ml,
      water_ml: stretched - kept - poured_ml,
      remove_ml: 0,
      fraction,
      allowed: stretched <= capacity_ml + tiny && !(careful && range !== undefined && !within(fraction)),
    },
    {
      kind: 'take-back',
      total_ml: fill_ml,
      concentrate_ml: dose,
      water_ml: fill_ml - kept - dose,
      remove_ml: poured_ml - dose,
      fraction,
      allowed: true,
    },
    {
      kind: 'keep-stronger',
      total_ml: fill_ml,
      concentrate_ml: poured_ml,
      water_ml: fill_ml - kept - poured_ml,
      remove_ml: 0,
      fraction: stronger,
      allowed: within(stronger) && fill_ml - kept - poured_ml >= -tiny,
    },
  ]
}
