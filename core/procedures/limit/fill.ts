import type { Weighed } from './importance.ts'
import type { Point } from './knapsack.ts'

/** Tries a choice may cost: each is a whole procedure, planned. */
const mostTries = 24

/** What a choice leaves out and could work, at its first rung: what must be done in its order, then what gains most in a minute. */
function leftOutOf(items: readonly Weighed[], { rungs }: Point) {
  const left = items.flatMap(({ id, importance, options: [none, first] }) =>
    none && first && none.minutes === 0 && rungs[id] === none.rung
      ? [{ id, importance, rung: first.rung, minutes: first.minutes, gain: first.value - none.value }]
      : [],
  )
  const must = left.filter(({ importance }) => importance === 'must')
  // Nothing extra while something that must be done is not.
  const rest = left.filter(({ importance }) => importance === 'should' || (importance === 'extra' && must.length === 0))
  return [...must.sort((a, b) => b.gain - a.gain), ...rest.sort((a, b) => b.gain / b.minutes - a.gain / a.minutes)]
}

/**
 * A choice with what still fits beside it. The knapsack counts the minutes of hands and knows no machine: where two people share one vacuum, one
 * of them has time for what needs none, and only the planner sees it.
 * @param spare minutes of hands that a choice leaves over, by the planner; undefined where it does not fit
 */
export function filled(items: readonly Weighed[], from: Point, spare: (choice: Point) => number | undefined): Point {
  let best = from
  let idle = spare(from) ?? 0
  let tries = 0
  const add = (some: ReturnType<typeof leftOutOf>) => {
    const those = some.filter(({ minutes }) => minutes <= idle)
    if (those.length === 0 || tries === mostTries) return
    tries++
    const more = those.reduce(
      ({ minutes, value, rungs }, that) => ({
        minutes: minutes + that.minutes,
        value: value + that.gain,
        rungs: { ...rungs, [that.id]: that.rung },
      }),
      best,
    )
    const over = spare(more)
    if (over !== undefined) [best, idle] = [more, over]
    else if (those.length > 1) {
      const half = Math.ceil(those.length / 2)
      add(those.slice(0, half))
      add(those.slice(half))
    }
  }
  add(leftOutOf(items, from))
  return best
}
