import type { Problem } from '#core/plan/problem/problem.ts'
import type { Order } from './neighbours.ts'
import { burdenOf, changesIn, compareScores, latenessBefore, type Score } from './objective.ts'
import { Search, type Solution } from './search.ts'
import { Race, type Walk, walkFrom } from './walk.ts'

/** One figure of a plan, for walking over worse ones: a job weighs ten minutes of the day for each it is late, hand-overs break ties. */
const costOf = ([unscheduled, tardiness, makespan, handovers, goingOver]: Score): number =>
  1e6 * unscheduled + 10 * tardiness + makespan + goingOver + 0.05 * handovers

/** How much worse than the best a plan may be that is walked on from: more where there is little to move (record-to-record, Dueck 1993). */
const tolerance = (problem: Problem): number => Math.min(0.05, 1 / Math.max(1, problem.acts.length))
/** Where somebody is late whatever is done, how much later all may be together for walking on. */
const lateTolerance = 0.01
/** Steps without a better plan after which the search goes back to the best, or begins somewhere else: on a short day soon. */
const patienceFor = (problem: Problem): number => Math.min(400, 150 + 8 * problem.acts.length)
/** Steps without a better plan after which what is round the best is tried one by one, so much of it at most: on a long day chance finds more for longer. */
const stuckAfter = (problem: Problem): number => 40 + Math.floor(problem.acts.length / 2)
/** How often whole jobs are made more urgent instead of part of the plan moved: nearly always at first, so often in the long run. */
const urging = { least: 0.3, fades: 150 }
/** On a day by stays so many steps for each pair of activities go by until people are less often sent otherwise: a long day sees few for each. */
const stayingFades = 1 / 150
/** Beginnings that are walked on from where somebody must be late: fewer where each step is another day by stays. */
const runners = { usual: 4, byStays: 2 }

/** Of plans that came out the same, the first. */
const differing = (walks: readonly Walk[]): Walk[] =>
  walks.filter(({ best }, i) => walks.findIndex((other) => compareScores(other.best.score, best.score) === 0) === i)

/**
 * First plan by priority rules, then a seeded search over orders and people while `keepGoing` says so: jobs become more or less urgent, or part
 * of the plan comes to the table in another order and the rest as it was; slightly worse plans are walked over. Where somebody is late at first,
 * the search begins from days by turns of whole cars, several side by side.
 * @param keepGoing asked before each further iteration with the number done; the first plan is always built
 * @param onBetter told each better plan as it is found
 */
export function solve(
  problem: Problem,
  seed: number,
  keepGoing: (iterations: number) => boolean,
  onBetter?: (solution: Solution) => void,
): Solution {
  const search = new Search(problem, seed)
  const first = search.firstOrder()
  const goesOn = problem.previous.size > 0
  let best = goesOn ? search.asBefore(first) : search.build(first)
  onBetter?.(best)
  // An empty day, or one of which all has happened: there is nothing to move.
  if (problem.acts.length === problem.pins.size) return best
  // What people go by is left alone as long as nobody is late for it, or nothing of it moved: nobody is sent elsewhere for a minute of the day's end.
  const before = latenessBefore(problem)
  const holds = () =>
    goesOn &&
    best.failed.size <= search.known.size &&
    (best.score[1] === 0 || (best.score[1] <= before && changesIn(problem, best) === 0))
  let bestBy = first
  let since = 0
  /** What is round the best plan and not tried yet; undefined before it is looked for. */
  let around: (() => Order | undefined)[] | undefined
  const worse = 1 + tolerance(problem)
  const stuck = stuckAfter(problem)
  const patience = patienceFor(problem)
  const burden = (plan: Solution) => {
    plan.burden ??= burdenOf(problem, plan)
    return plan.burden
  }
  // Where people go by a plan already, whoever is sent elsewhere has to gain somebody something.
  const compare = (a: Solution, b: Solution) =>
    (goesOn
      ? a.score[0] - b.score[0] || a.score[1] - b.score[1] || changesIn(problem, a) - changesIn(problem, b)
      : 0) ||
    compareScores(a.score, b.score) ||
    burden(a) - burden(b)
  const consider = (walk: Walk, next: Solution, order: Order) => {
    since++
    if (compare(next, walk.best) < 0) [walk.best, walk.bestBy] = [next, order]
    if (compare(next, best) >= 0) return
    ;[best, bestBy] = [next, order]
    since = 0
    around = undefined
    onBetter?.(best)
  }
  /** How late a plan may be to be of any use to a walk; undefined where something is left over, which counts before that. */
  const uselessFrom = ({ now, urgent, best: own }: Walk): number | undefined => {
    const all = [now, urgent, own, best]
    return all.some((plan) => plan.failed.size > search.known.size)
      ? undefined
      : Math.max(...all.map((p) => p.score[1]))
  }
  let race = new Race([walkFrom(best, first)], compare)
  /** Days by turns that are not built yet, and walks from those that are. */
  let turns: Order[] = []
  let begun: Walk[] = []
  let isByTurns = false
  const isByStays = first.stays !== undefined
  // "No room" needs a search behind it, whatever the budget: greedy failure alone is no reason.
  const enough = Math.min(200, Math.ceil(20_000 / Math.max(1, problem.acts.length)))
  const unproven = () => best.failed.size > search.known.size && search.iterations < enough
  while (!holds() && (keepGoing(search.iterations) || unproven())) {
    const walk = race.next()
    // The first plan justified is nearly always a better one: tried before anything is left to chance.
    if (search.iterations === 1) {
      const order = search.justify(best, first)
      consider(walk, search.build(order), order)
      ;[walk.now, walk.by] = [walk.best, walk.bestBy]
      if (best.score[1] > 0) turns = search.turns()
      isByTurns = turns.length > 0
      continue
    }
    const day = turns.shift()
    if (day) {
      const other = walkFrom(search.build(day), day)
      consider(other, other.now, day)
      begun.push(other)
      if (turns.length > 0) continue
      begun = differing([walk, ...begun].sort((a, b) => compare(a.best, b.best)))
      race = new Race(begun.splice(0, isByStays ? runners.byStays : runners.usual), compare)
      continue
    }
    if (since >= stuck && race.isOver) around ??= search.around(best, bestBy)
    const nearby = around?.pop()
    if (nearby) {
      const order = nearby()
      if (order) consider(walk, search.build(order), order)
      continue
    }
    // Days by turns have settled what urgency is searched for at first.
    const fades = isByStays ? stayingFades * problem.acts.length ** 2 : urging.fades
    const fading = isByTurns && !isByStays ? 0 : (1 - urging.least) * Math.exp(-search.iterations / fades)
    if (search.chance() < urging.least + fading) {
      const { order: tried, next } = search.urged(walk.urgency, walk.urgent, uselessFrom(walk))
      if (compareScores(next.score, walk.urgent.score) <= 0) [walk.urgent, walk.urgency] = [next, tried]
      if (compareScores(next.score, walk.now.score) < 0) [walk.now, walk.by] = [next, tried]
      consider(walk, next, tried)
      continue
    }
    const { order, like } = search.neighbour(walk.now, walk.by)
    const next = search.build(order, like)
    consider(walk, next, order)
    // First up, then about: half of the patience is for what is no worse, half for walking over what is a little.
    const about = since > patience / 2 && costOf(next.score) <= costOf(best.score) * worse
    const isAsLate =
      best.score[1] > 0 &&
      next.score[0] <= walk.now.score[0] &&
      next.score[1] <= Math.max(walk.now.score[1], walk.best.score[1] * (1 + lateTolerance))
    if (about || isAsLate || compare(next, walk.now) <= 0) [walk.now, walk.by] = [next, order]
    if (since < patience || !race.isOver) continue
    since = 0
    Object.assign(walk, walkFrom(best, bestBy))
    if (search.chance() >= 0.5) continue
    // Both ways of searching begin there, or the one would at once bring the other back.
    Object.assign(walk, begun.shift() ?? search.elsewhere(first, best))
    consider(walk, walk.now, walk.by)
  }
  return { ...best, iterations: search.iterations }
}
