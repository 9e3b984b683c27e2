import { type Item, type Point, pointOf, type State } from './knapsack.ts'
import { readyOf } from './ready.ts'

/** The shorter the time, the shorter its stretches: a minute counts for more there. Of each so many choices are kept, each with other things standing ready: what begins dearly is not forgotten at once. */
const [stretches, abreast] = [320, 16]

interface Kept extends State {
  /** What stands ready and is not paid for in `minutes` yet. */
  mask: number
}

/** The most valued choices of one stretch of time, one for each mask. */
class Stretch {
  readonly kept: Kept[] = []

  /** Whether a choice of that value would be kept. */
  wants(value: number, mask: number): boolean {
    if (this.kept.length === abreast && this.kept.at(-1)!.value >= value) return false
    return !this.kept.some((k) => k.mask === mask && k.value >= value)
  }

  put(state: Kept): void {
    const same = this.kept.findIndex((k) => k.mask === state.mask)
    if (same >= 0) this.kept.splice(same, 1)
    const at = this.kept.findIndex((k) => k.value < state.value)
    this.kept.splice(at < 0 ? this.kept.length : at, 0, state)
    if (this.kept.length > abreast) this.kept.pop()
  }
}

/**
 * The frontier of a whole car: as `frontier`, but of each stretch of time only the best choices are carried on, so that what it takes grows
 * with the items alone. Against the exact one on the sample cars its values are at most 1.3 % lower from 45 minutes on, and 2.8 % at half an hour.
 * @param setUp minutes of setting up a set of uses; additive over unrelated ones
 * @param related uses whose set-ups share a price
 */
export function frontierOfMany(
  items: readonly Item[],
  setUp: (uses: readonly string[]) => number,
  related: (a: string, b: string) => boolean,
): Point[] {
  const ready = readyOf(items, setUp, related)
  let states: Kept[] = [{ minutes: 0, value: 0, before: null, item: -1, option: null, mask: 0 }]
  items.forEach((item, index) => {
    const costOf = ready.costAt(index)
    const options = item.options.map((option) => ({ option, mask: ready.maskOf(option.uses) }))
    let [first, last] = [Number.POSITIVE_INFINITY, 0]
    for (const s of states)
      for (const { option, mask } of options) {
        const time = s.minutes + option.minutes + costOf(s.mask | mask)
        first = Math.min(first, time)
        last = Math.max(last, time)
      }
    const range = last - first || 1
    const cells = Array.from({ length: stretches }, () => new Stretch())
    for (const before of states)
      for (const { option, mask: more } of options) {
        const [mask, value, minutes] = [
          before.mask | more,
          before.value + option.value,
          before.minutes + option.minutes,
        ]
        const cell = cells[Math.ceil((stretches - 1) * Math.sqrt((minutes + costOf(mask) - first) / range) - 1e-9)]!
        if (cell.wants(value, mask)) cell.put({ minutes, value, before, item: index, option, mask })
      }
    const settled = ready.settledAfter(index)
    states = cells.flatMap(({ kept }) => kept)
    for (const state of states)
      for (const { bits, cost } of settled) {
        state.minutes += cost(state.mask)
        state.mask &= ~bits
      }
  })
  return states.map((end) => pointOf(end, items))
}
