import type { Walk } from '#core/catalogue/walk.ts'
import type { IdleWait, StepLink } from '#core/procedures/schema.ts'
import type { Places } from './places.ts'
import { type Sequenced, type SequenceProblem, sequenceProblem } from './problem.ts'
import { cheapestOrder } from './search.ts'
import { startsOf } from './timetable.ts'
import { noParts, WalkCost, type Walked, type WalkParts } from './walk-cost.ts'

/** Where a car is walked round. */
export interface Round {
  places: Places
  walk: Walk
  /** Any order that the links allow will do: none is looked for. */
  anyOrder?: boolean
}

/** A list that one person works from top to bottom. */
export interface Sequence {
  /** Every step, what passes by itself right behind what it waits for. */
  order: string[]
  /** Minutes from the first step's beginning, by step. */
  starts: ReadonlyMap<string, number>
  waits: IdleWait[]
  /** Links with a longest lag that the list breaks when it is worked at its minutes; none wherever that is possible. */
  broken: StepLink[]
  walk: WalkParts
}

type Listed = Sequenced &
  Walked & {
    kept?: true
    /** It only lays ready what others use. */
    ready?: boolean
  }

/**
 * Puts steps into the order in which one person works them: none of its longest lags is broken, and the way round the car costs least
 * (judgement.md §5). What passes by itself is listed where it begins. What is over or under way stands first, as it stood.
 * @param steps in an order that the links allow
 */
export function sequenced(steps: readonly Listed[], links: readonly StepLink[], round: Round): Sequence {
  if (round.anyOrder)
    return asListed(
      steps,
      links,
      steps.map((s) => s.id),
      round,
    )
  const kept = steps.filter((s) => s.kept)
  if (kept.length === 0) return laidOut(steps, links, round)
  const fresh = steps.filter((s) => !s.kept)
  const ids = new Set(fresh.map((s) => s.id))
  const { order } = laidOut(
    fresh,
    links.filter((l) => ids.has(l.from) && ids.has(l.to)),
    round,
  )
  return asListed(steps, links, [...kept.map((s) => s.id), ...order], round)
}

function laidOut(steps: readonly Listed[], links: readonly StepLink[], round: Round): Sequence {
  const cost = new WalkCost(steps, round.walk, round.places)
  const problem = sequenceProblem(steps, links)
  const late = steps.flatMap((s, i) => (s.ready && s.crew > 0 ? [i] : []))
  const walk = (from: number, to: number) => cost.total(from, to)
  const order = cheapestOrder(problem, walk, round.walk.costs.aside, late)
  return told(steps, links, problem, order, cost)
}

/** What a list costs as it stands. @param order ids of all steps; those that pass by themselves count where they begin */
export function asListed(
  steps: readonly Listed[],
  links: readonly StepLink[],
  order: readonly string[],
  round: Round,
): Sequence {
  const at = new Map(steps.map((s, i) => [s.id, i]))
  const attended = order.map((id) => at.get(id)!).filter((i) => steps[i]!.crew > 0)
  const cost = new WalkCost(steps, round.walk, round.places)
  return told(steps, links, sequenceProblem(steps, links), attended, cost)
}

function told(
  steps: readonly (Sequenced & Walked)[],
  links: readonly StepLink[],
  problem: SequenceProblem,
  attended: readonly number[],
  cost: WalkCost,
): Sequence {
  const starts = startsOf(problem, attended)
  const end = (i: number) => starts[i]! + problem.minutes[i]!
  const walk = noParts()
  attended.forEach((to, k) => {
    if (k > 0) cost.between(attended[k - 1]!, to, walk)
  })
  walk.aside = cost.aside(attended, problem.blockOf)
  const place = new Map(attended.map((i, k) => [i, k]))
  // Right behind the last of what it waits for.
  const lastBefore = (i: number): number =>
    place.get(i) ?? Math.max(-1, ...problem.waits[i]!.map((w) => lastBefore(w.from)))
  const behind = steps.map((_, i) => lastBefore(i))
  const order = steps
    .map((_, i) => i)
    .sort(
      (a, b) =>
        behind[a]! - behind[b]! ||
        Number(problem.attended[b]) - Number(problem.attended[a]) ||
        starts[a]! - starts[b]! ||
        a - b,
    )
  const waits = attended.flatMap((i, k): IdleWait[] => {
    const last = attended[k - 1]
    const free = last === undefined ? 0 : end(last)
    const minutes = starts[i]! - free
    if (minutes < 1e-9) return []
    const late = problem.waits[i]!.filter((w) => end(w.from) + w.min > free + 1e-9)
    return [{ before: steps[i]!.id, minutes, for: late.map((w) => steps[w.from]!.id) }]
  })
  const at = new Map(steps.map((s, i) => [s.id, i]))
  const broken = links.filter(({ from, to, maxLag }) => {
    const [a, b] = [at.get(from)!, at.get(to)!]
    return maxLag !== undefined && problem.attended[a] && problem.attended[b] && starts[b]! - end(a) > maxLag + 1e-9
  })
  return {
    order: order.map((i) => steps[i]!.id),
    starts: new Map(steps.map((s, i) => [s.id, starts[i]!])),
    waits,
    broken,
    walk,
  }
}
