import type { Board, Placed } from '#core/plan/board/board.ts'
import { share } from './overtaking.ts'
import type { Act, Problem } from './problem.ts'

/** What ends exactly when this starts and could not have been later: by a link, a person, a zone or a unit. */
function blocker(problem: Problem, board: Board, act: Act, at: Placed): Act | undefined {
  for (const link of act.into) {
    const from = board.placed[link.from]
    if (from && from.end + link.minLag === at.start) return problem.acts[link.from]
  }
  return problem.acts.find((other) => {
    const before = board.placed[other.index]
    if (!before || other === act || before.end > at.start) return false
    const shared = before.people.some((p) => at.people.includes(p))
    if (shared && before.end + problem.way(other.job, act.job) === at.start) return true
    if (before.end !== at.start) return false
    return share(act, other)
  })
}

/**
 * A chain of activities without slack, first to last, up to the last end of any of some.
 * @param among all of them: the chain that ends the day
 */
export function criticalChain(problem: Problem, board: Board, among: readonly Act[] = problem.acts): Act[] {
  let last: Act | undefined
  for (const act of among) {
    const at = board.placed[act.index]
    if (at && (!last || at.end > board.placed[last.index]!.end)) last = act
  }
  const chain: Act[] = []
  while (last && !chain.includes(last)) {
    chain.unshift(last)
    last = blocker(problem, board, last, board.placed[last.index]!)
  }
  return chain
}
