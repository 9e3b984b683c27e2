import { readyOf } from './ready.ts'

/** One way of working an item: minutes and value of it, and what has to be set up for it. */
export interface Option {
  rung: number
  minutes: number
  value: number
  uses: readonly string[]
}
export interface Item {
  id: string
  options: readonly Option[]
}
/** What is best for its minutes: no other choice has as much value in less time. */
export interface Point {
  minutes: number
  value: number
  /** Rung by item. */
  rungs: Record<string, number>
}

/** A choice for the items so far. */
export interface State {
  minutes: number
  value: number
  before: State | null
  item: number
  option: Option | null
}

/** The end of a chain of choices as a point of the frontier. */
export function pointOf(end: State, items: readonly Item[]): Point {
  const rungs: Record<string, number> = {}
  for (let s: State | null = end; s?.option; s = s.before) rungs[items[s.item]!.id] = s.option.rung
  return { minutes: end.minutes, value: end.value, rungs }
}

/** Merges two lists sorted by minutes with rising value; what costs more and gives no more is dropped. */
function merged(a: readonly State[], b: readonly State[]): State[] {
  const out: State[] = []
  let best = Number.NEGATIVE_INFINITY
  for (let i = 0, j = 0; i < a.length || j < b.length; ) {
    const fromA = j >= b.length || (i < a.length && (a[i]!.minutes - b[j]!.minutes || b[j]!.value - a[i]!.value) <= 0)
    const next = fromA ? a[i++]! : b[j++]!
    if (next.value <= best + 1e-9) continue
    best = next.value
    out.push(next)
  }
  return out
}

/**
 * Multiple-choice knapsack with shared set-ups: every best trade of minutes for value at once, from the least possible on. Exact; what it
 * remembers doubles with each kind of set-up, so that a whole car is for `frontierOfMany`.
 * @param setUp minutes of setting up a set of uses; additive over unrelated ones
 * @param related uses whose set-ups share a price
 */
export function frontier(
  items: readonly Item[],
  setUp: (uses: readonly string[]) => number,
  related: (a: string, b: string) => boolean,
): Point[] {
  const ready = readyOf(items, setUp, related)
  let byMask = new Map<number, readonly State[]>([
    [0, [{ minutes: 0, value: 0, before: null, item: -1, option: null }]],
  ])
  const put = (into: Map<number, readonly State[]>, mask: number, list: readonly State[]) =>
    into.set(mask, into.has(mask) ? merged(into.get(mask)!, list) : list)
  items.forEach((item, index) => {
    const next = new Map<number, readonly State[]>()
    for (const [mask, list] of byMask)
      for (const option of item.options)
        put(
          next,
          mask | ready.maskOf(option.uses),
          list.map((s) => ({
            minutes: s.minutes + option.minutes,
            value: s.value + option.value,
            before: s,
            item: index,
            option,
          })),
        )
    byMask = next
    for (const { bits, cost } of ready.settledAfter(index)) {
      const settled = new Map<number, readonly State[]>()
      for (const [mask, list] of byMask) {
        const more = cost(mask)
        put(settled, mask & ~bits, more === 0 ? list : list.map((s) => ({ ...s, minutes: s.minutes + more })))
      }
      byMask = settled
    }
  })
  return [...byMask.values()].flat().map((end) => pointOf(end, items))
}

/** The most value within so many minutes; undefined when even the least takes longer. */
export const bestWithin = (points: readonly Point[], minutes: number): Point | undefined =>
  points.findLast((p) => p.minutes <= minutes + 1e-9)
