import { type Air, evaporation } from './evaporation.ts'

/** How a material lets water go, all in g/m² (catalogue D2). */
export interface Drying {
  critical: number
  touchDry: number
}

/**
 * Minutes from `left` g/m² to touch-dry in air that stays as it is, however much dries in it: constant rate down to the critical content, then
 * falling in proportion to what is left. An estimate for weighing many choices: `simulate` is what is planned by.
 * @returns Infinity in air that takes nothing up
 */
export function minutesToTouchDry(left: number, material: Drying, air: Air): number {
  if (left <= material.touchDry) return 0
  const rate = evaporation(air) * 60
  if (rate <= 0) return Number.POSITIVE_INFINITY
  const constant = Math.max(0, left - material.critical) / rate
  const from = Math.min(left, material.critical)
  const falling = from > material.touchDry ? (material.critical / rate) * Math.log(from / material.touchDry) : 0
  return constant + falling
}
