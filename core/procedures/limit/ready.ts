import type { Item } from './knapsack.ts'

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

/** What stands ready as bits, and which of it share a price, from which item on it is asked for and after which it is settled. */
export interface Ready {
  maskOf: (uses: readonly string[]) => number
  /** After an item: the bits of what no later one uses, and what setting it up costs of a mask. */
  settledAfter: (item: number) => { bits: number; cost: (mask: number) => number }[]
  /** Minutes of setting up all that a mask says stands ready while an item is decided. */
  costAt: (item: number) => (mask: number) => number
}

/** The same masks are asked about over and over. */
function remembered(costOf: (mask: number) => number): (mask: number) => number {
  const known = new Map<number, number>()
  return (mask) => {
    let cost = known.get(mask)
    if (cost === undefined) {
      cost = costOf(mask)
      known.set(mask, cost)
    }
    return cost
  }
}

/**
 * @param setUp minutes of setting up a set of uses; additive over unrelated ones
 * @param related uses whose set-ups share a price
 */
export function readyOf(
  items: readonly Item[],
  setUp: (uses: readonly string[]) => number,
  related: (a: string, b: string) => boolean,
): Ready {
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
  const maskOf = (of: readonly string[]) => of.reduce((mask, id) => mask | bit.get(id)!, 0)
  const families = [...settleAt].map(([f, at]) => {
    const of = uses.filter((_, i) => family[i] === f)
    const bits = maskOf(of)
    const cost = remembered((mask) => setUp(of.filter((id) => mask & bit.get(id)!)))
    return { begins: beginsAt.get(f)!, at, bits, cost: (mask: number) => cost(mask & bits) }
  })
  return {
    maskOf,
    settledAfter: (item) => families.filter(({ at }) => at === item),
    costAt: (item) => {
      const open = families.filter(({ begins, at }) => begins <= item && item <= at)
      return remembered((mask) => open.reduce((sum, { cost }) => sum + cost(mask), 0))
    },
  }
}
