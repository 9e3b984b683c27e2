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

interface Choice {
  missing: number
  fills: number
  /** Ready mix by itself is no waste, but capacity standing half empty is a larger bottle carried for nothing. */
  spare: number
  vessels: (number | null)[]
}
const better = (a: Choice, b: Choice) => a.missing - b.missing || a.fills - b.fills || a.spare - b.spare

/**
 * Which vessels to fill for a day: each takes one product only, what is in date is used first, and there are as few fills as possible (the same
 * as by trying everything); of equals the vessels that fit most closely. Refilling the same bottle with the same mix counts as another fill.
 */
export function dayMix(demands: readonly Demand[], vessels: readonly Vessel[]): DayMix {
  const ready: DayMix['ready'] = []
  const open = demands.flatMap((d) => {
    let left = d.ml
    for (const v of vessels) {
      if (left <= 0 || !v.holds || !same(v.holds, d) || v.holds.ml <= 0) continue
      const ml = Math.min(left, v.holds.ml)
      ready.push({ vessel: v.id, product: d.product, ratio: d.ratio, ml })
      left -= ml
    }
    return left > 1e-9 ? [{ ...d, ml: left }] : []
  })
  const free = vessels
    .filter((v) => !v.holds || v.holds.ml <= 0 || open.some((d) => same(v.holds!, d)))
    .sort((a, b) => a.capacity - b.capacity || (a.id < b.id ? -1 : 1))
  const may = (v: Vessel, d: Demand) => !v.holds || v.holds.ml <= 0 || same(v.holds, d)
  // Best choice by the set of vessels that are taken, demand by demand: exact, and small because equal vessels are taken in turn.
  let states = new Map<string, Choice>([['', { missing: 0, fills: 0, spare: 0, vessels: [] }]])
  for (const d of open) {
    const next = new Map<string, Choice>()
    const put = (key: string, choice: Choice) => {
      const known = next.get(key)
      if (!known || better(choice, known) < 0) next.set(key, choice)
    }
    for (const state of states.values()) {
      const taken = new Set(state.vessels)
      const tried = new Set<string>()
      free.forEach((v, i) => {
        const kind = `${v.capacity} ${v.holds ? v.id : ''}`
        if (taken.has(i) || tried.has(kind) || !may(v, d)) return
        tried.add(kind)
        const fills = Math.ceil(d.ml / v.capacity - 1e-9)
        const chosen = [...state.vessels, i]
        put(
          chosen
            .filter((x) => x !== null)
            .sort((a, b) => a - b)
            .join(),
          {
            missing: state.missing,
            fills: state.fills + fills,
            spare: state.spare + fills * v.capacity - d.ml,
            vessels: chosen,
          },
        )
      })
      put(
        state.vessels
          .filter((x) => x !== null)
          .sort((a, b) => a - b)
          .join(),
        { ...state, missing: state.missing + 1, vessels: [...state.vessels, null] },
      )
    }
    states = next
  }
  const best = [...states.values()].sort(better)[0]!
  return {
    ready,
    fills: open.flatMap((d, i) => {
      const at = best.vessels[i]
      if (at === null || at === undefined) return []
      const v = free[at]!
      return [
        { vessel: v.id, product: d.product, ratio: d.ratio, ml: d.ml, fills: Math.ceil(d.ml / v.capacity - 1e-9) },
      ]
    }),
    without: open.filter((_, i) => best.vessels[i] === null),
  }
}
