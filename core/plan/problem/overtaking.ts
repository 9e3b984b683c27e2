import type { Component } from './components.ts'
import type { Act, Problem } from './problem.ts'

/** Two activities of which the second might be done first, though it comes to the table after the first. */
export interface Overtaking {
  ahead: number
  behind: number
}

/** Everything that has to be over before an activity may begin. */
function ancestorsOf({ acts }: Problem, act: number): Set<number> {
  const found = new Set<number>()
  const open = [act]
  for (let next = open.pop(); next !== undefined; next = open.pop())
    for (const { from } of acts[next]!.into)
      if (!found.has(from)) {
        found.add(from)
        open.push(from)
      }
  return found
}

/** Whether two activities may not be at once: a part of one car or a machine that both take. */
export const share = (one: Act, other: Act): boolean =>
  one.equipment.some((kit) => other.equipment.includes(kit)) ||
  (one.job === other.job && !!one.mask && !!other.mask && one.mask.some((word, i) => word & (other.mask![i] ?? 0)))

const mayShareHands = (one: Act, other: Act) =>
  one.crew > 0 && other.crew > 0 && one.able.some((person) => other.able.includes(person))

/**
 * What is tied by longest lags comes to the table all at once, when all that any of it waits for stands there. So what only its last member waits
 * for is always placed before its first, whatever the order: these are the pairs where that may be the worse of the two.
 */
export function overtakings(problem: Problem, components: readonly Component[]): Overtaking[] {
  return components.flatMap(({ acts }) => {
    if (acts.length === 1) return []
    const before = acts.map((act) => ancestorsOf(problem, act))
    const all = new Set(before.flatMap((some) => [...some]))
    for (const act of acts) all.delete(act)
    return acts.flatMap((behind, i) =>
      [...all].flatMap((ahead) => {
        const [one, other] = [problem.acts[ahead]!, problem.acts[behind]!]
        const free = !before[i]!.has(ahead) && !problem.pins.has(ahead) && !problem.pins.has(behind)
        return free && (share(one, other) || mayShareHands(one, other)) ? [{ ahead, behind }] : []
      }),
    )
  })
}
