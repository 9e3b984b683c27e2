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

interface State {
  minutes: number
  value: number
  before: State | null
  item: number
  option: Option | null
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

/** Keeps the best of each of so many equal stretches of time, and the ends. */
function thinned(list: readonly State[], most: number): readonly State[] {
  if (list.length <= most) return list
  const width = (list.at(-1)!.minutes - list[0]!.minutes) / (most - 1)
  const out: State[] = [list[0]!]
  let cell = 0
  for (const state of list.slice(1)) {
    const at = Math.ceil((state.minutes - list[0]!.minutes) / width)
    if (at === cell && out.length > 1) out[out.length - 1] = state
    else out.push(state)
    cell = at
  }
  return out
}

/** Families of set-ups that share a price: asked for together. */
function familiesOf(ids: readonly string[], related: (a: string, b: string) => boolean): number[] {
  const family = ids.map((_, i) => i)
  for (let changed = true; changed; ) {
    changed = false
    ids.forEach((a, i) => {
      ids.forEach((b, j) => {
        if (family[i] !== family[j] && related(a, b)) {
          const [low, high] = [Math.min(family[i]!, family[j]!), Math.max(family[i]!, family[j]!)]
          family.forEach((f, k) => {
            if (f === high) family[k] = low
          })
          changed = true
        }
      })
    })
  }
  return family
}

/** Bits of one mask at a time. */
const bitsAtOnce = 30

/**
 * A bit for every use, given back when its family is settled: a car may have more kinds of set-up than a mask has bits. Where they are not enough
 * at once, a family has one bit for all of it and is priced whole, or, with none left, not at all: the clock that is asked afterwards knows.
 */
function bitsFor(
  uses: readonly string[],
  family: readonly number[],
  beginsAt: ReadonlyMap<number, number>,
  settleAt: ReadonlyMap<number, number>,
): Map<string, number> {
  const bit = new Map<string, number>()
  const free = Array.from({ length: bitsAtOnce }, (_, i) => 1 << i)
  const held: { until: number; bits: number[] }[] = []
  for (const f of [...beginsAt.keys()].sort((a, b) => beginsAt.get(a)! - beginsAt.get(b)!)) {
    for (const h of held.splice(0)) {
      if (h.until < beginsAt.get(f)!) free.push(...h.bits)
      else held.push(h)
    }
    const own = uses.filter((_, i) => family[i] === f)
    const bits = own.length <= free.length ? own.map(() => free.pop()!) : free.splice(-1)
    own.forEach((id, i) => {
      bit.set(id, bits[i] ?? bits[0] ?? 0)
    })
    held.push({ until: settleAt.get(f)!, bits })
  }
  return bit
}

/**
 * Multiple-choice knapsack with shared set-ups: every best trade of minutes for value at once, from the least possible on.
 * Exact while no frontier grows beyond `most`; beyond that it keeps the best of each of `most` stretches of time.
 * @param setUp minutes of setting up a set of uses; additive over unrelated ones
 * @param related uses whose set-ups share a price
 */
export function frontier(
  items: readonly Item[],
  setUp: (uses: readonly string[]) => number,
  related: (a: string, b: string) => boolean,
  most = Number.POSITIVE_INFINITY,
): Point[] {
  const uses = [...new Set(items.flatMap((i) => i.options.flatMap((o) => o.uses)))]
  const family = familiesOf(uses, related)
  // A family is settled after the last item that may use it; until then the mask remembers what stands ready.
  const beginsAt = new Map<number, number>()
  const settleAt = new Map<number, number>()
  items.forEach((item, i) => {
    for (const option of item.options)
      for (const id of option.uses) {
        const f = family[uses.indexOf(id)]!
        if (!beginsAt.has(f)) beginsAt.set(f, i)
        settleAt.set(f, i)
      }
  })
  const bit = bitsFor(uses, family, beginsAt, settleAt)
  const maskOf = (option: Option) => option.uses.reduce((mask, id) => mask | bit.get(id)!, 0)
  const ofFamily = (f: number) => uses.filter((_, i) => family[i] === f)
  const familyBits = (f: number) => ofFamily(f).reduce((mask, id) => mask | bit.get(id)!, 0)

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
          mask | maskOf(option),
          list.map((s) => ({
            minutes: s.minutes + option.minutes,
            value: s.value + option.value,
            before: s,
            item: index,
            option,
          })),
        )
    byMask = next
    for (const [f, at] of settleAt) {
      if (at !== index) continue
      const bits = familyBits(f)
      const settled = new Map<number, readonly State[]>()
      for (const [mask, list] of byMask) {
        const cost = setUp(ofFamily(f).filter((id) => mask & bit.get(id)!))
        put(settled, mask & ~bits, cost === 0 ? list : list.map((s) => ({ ...s, minutes: s.minutes + cost })))
      }
      byMask = settled
    }
    for (const [mask, list] of byMask) byMask.set(mask, thinned(list, most))
  })
  return [...byMask.values()].flat().map((end) => {
    const rungs: Record<string, number> = {}
    for (let s: State | null = end; s?.option; s = s.before) rungs[items[s.item]!.id] = s.option.rung
    return { minutes: end.minutes, value: end.value, rungs }
  })
}

/** The most value within so many minutes; undefined when even the least takes longer. */
export const bestWithin = (points: readonly Point[], minutes: number): Point | undefined =>
  points.findLast((p) => p.minutes <= minutes + 1e-9)
