import type { Figures } from '#core/catalogue/figures.ts'

/**
 * Chance in percent that a stain rises again as its surface dries: 1 − exp(−h), the hazard by the stain's index (catalogue C3: 0 none, 3 usually),
 * more the older it is, in proportion to the water left below it.
 * @param left g/m² when wetting ends
 */
export function wickingChance(
  index: number,
  age: 'fresh' | 'days' | 'old',
  left: number,
  { wicking }: Pick<Figures, 'wicking'>,
): number {
  const hazard = wicking.hazards[index]! * wicking.byAge[age] * (left / wicking.water)
  return Math.round(100 * (1 - Math.exp(-hazard)))
}
