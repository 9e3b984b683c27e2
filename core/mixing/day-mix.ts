import { assign } from './assign.ts'
import type { Ratio } from './schema.ts'

/** Ready mix that is wanted, the safety margin already in it. */
export interface Demand {
  product: string
  ratio: Ratio
  ml: number
}
export interface Vessel {
  id: string
  capacity: number
  /** What is in it and still in date; it takes nothing else without a rinse. */
  holds?: { product: string; ratio: Ratio; ml: number }
}
export interface Fill {
  vessel: string
  product: string
  ratio: Ratio
  /** Ready mix to make, in all its fills together. */
  ml: number
  fills: number
}
export interface DayMix {
  fills: Fill[]
  /** Bottles that are in date and used first. */
  ready: { vessel: string; product: string; ratio: Ratio; ml: number }[]
  /** Demands no vessel is left for. */
  without: Demand[]
}

const same = (a: { product: string; ratio: Ratio }, b: { product: string; ratio: Ratio }) =>
  a.product === b.product && a.ratio.concentrate * b.ratio.water === b.ratio.concentrate * a.ratio.water

/** A demand without a vessel is worse than any number of fills, and a fill worse than any capacity standing half empty (ml). */
const missing = 1e12
const aFill = 1e7

/**
 * Which vessels to fill for a day: each takes one product only, what is in date is used first, and there are as few fills as possible (the same
 * as by trying everything); of equals the vessels that fit most closely. Refilling the same bottle with the same mix counts as another fill.
 * @param least ml that nobody mixes less than: what is wanted beyond that is left over
 */
export function dayMix(demands: readonly Demand[], vessels: readonly Vessel[], least = 0): DayMix {
  const ready: DayMix['ready'] = []
  const open = demands.flatMap((d) => {
    let left = d.ml
    for (const v of vessels) {
      if (left <= 0 || !v.holds || !same(v.holds, d) || v.holds.ml <= 0) continue
      const ml = Math.min(left, v.holds.ml)
      ready.push({ vessel: v.id, product: d.product, ratio: d.ratio, ml })
      left -= ml
    }
    return left > 1e-9 ? [{ ...d, ml: Math.max(left, least) }] : []
  })
  const free = vessels
    .filter((v) => !v.holds || v.holds.ml <= 0 || open.some((d) => same(v.holds!, d)))
    .sort((a, b) => a.capacity - b.capacity || (a.id < b.id ? -1 : 1))
  const may = (v: Vessel, d: Demand) => !v.holds || v.holds.ml <= 0 || same(v.holds, d)
  const fillsOf = (d: Demand, v: Vessel) => Math.ceil(d.ml / v.capacity - 1e-9)
  const cost = open.map((d) => [
    ...free.map((v) => (may(v, d) ? fillsOf(d, v) * aFill + (fillsOf(d, v) * v.capacity - d.ml) : missing * 2)),
    // One way out for each demand: no vessel at all.
    ...open.map(() => missing),
  ])
  const given = assign(cost).map((column) => free[column])
  return {
    ready,
    fills: open.flatMap((d, i) => {
      const v = given[i]
      return v ? [{ vessel: v.id, product: d.product, ratio: d.ratio, ml: d.ml, fills: fillsOf(d, v) }] : []
    }),
    without: open.filter((_, i) => !given[i]),
  }
}
