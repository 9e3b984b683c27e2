import { type Air, evaporation } from './evaporation.ts'

/** How a material lets water go, all in g/m² (catalogue D2). */
export interface Drying {
  critical: number
  touchDry: number
}

/**
 * What has to go until touch-dry, in g/m² at the rate of a wet surface: down to the critical content as it is, from there on at a rate that falls in
 * proportion to what is left.
 */
export function dryingWork(left: number, { critical, touchDry }: Drying): number {
  const from = Math.min(left, critical)
  return Math.max(0, left - critical) + critical * Math.log(Math.max(1, from / touchDry))
}

/**
 * Minutes from `left` g/m² to touch-dry in air that stays as it is, however much dries in it. An estimate for weighing many choices: `simulate` is
 * what is planned by.
 * @returns Infinity in air that takes nothing up
 */
export function minutesToTouchDry(left: number, material: Drying, air: Air): number {
  if (left <= material.touchDry) return 0
  const rate = evaporation(air) * 60
  return rate <= 0 ? Number.POSITIVE_INFINITY : dryingWork(left, material) / rate
}
