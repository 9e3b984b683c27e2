import type { Ratio } from './schema.ts'

/** Share of concentrate in the finished mix: f = c / (c + w). */
export const fractionOf = (ratio: Ratio): number => ratio.concentrate / (ratio.concentrate + ratio.water)
