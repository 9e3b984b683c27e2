import type { Problem } from '#core/plan/problem/problem.ts'
import type { Random } from '#core/units/random.ts'
import type { Construction } from './construct.ts'
import { endsIn, lateIn } from './objective.ts'

/** From a moment on a car's turn is so many minutes sooner (below 0: later), for one person or (−1) for everybody. */
export interface Change {
  from: number
  job: number
  who: number
  by: number
}

/** How people go from car to car on a day on which going over costs minutes. */
export interface Stays {
  /** By job, whose turn is first: smaller first. */
  turn: Float64Array
  /** What is otherwise from some moment on. */
  changes: readonly Change[]
  /** By job, how many people go to it: more are there only where something takes several at once. */
  hands: Int32Array
  /** Minutes that somebody waits at a car before they look for another. */
  patience: number
  /** Minutes that somebody who comes to a car waits there to begin. */
  ahead: number
}

/** People who go to a car: more stand in each other's way. */
const mostHands = 2

/** @param turn by job, whose turn is first */
export const staysAtFirst = ({ jobs }: Problem, turn: readonly number[]): Stays => ({
  turn: Float64Array.from(turn),
  changes: [],
  hands: Int32Array.from(jobs, ({ crewLimit }) => Math.min(crewLimit, mostHands)),
  patience: 2,
  ahead: 2,
})

/** From 20 to 400 minutes, the small ones as often as the large, either way. */
const someMinutes = (random: Random): number => 20 * 20 ** random() * (random() < 0.5 ? 1 : -1)

/** How often a late car, or the one that ends the day, is helped, instead of any car's turn being another. */
const helping = 0.6

/**
 * The same a little otherwise. What changes from a moment on leaves all before it as it was, or every change would turn the whole day round.
 * @param plan what comes of it as it is
 */
export function otherStays(now: Stays, problem: Problem, plan: Construction, random: Random): Stays {
  const { people, jobs } = problem
  const int = (n: number) => Math.floor(n * random())
  const ends = endsIn(problem, plan)
  const over = Math.max(0, ...ends)
  const wanting = [...lateIn(problem, ends), ends.indexOf(over)]
  const change = (): Change => {
    const helped = random() < helping ? wanting[int(wanting.length)]! : undefined
    const by = someMinutes(random)
    return {
      from: random() < 0.2 ? 0 : int(helped === undefined ? over : ends[helped]!),
      job: helped ?? int(jobs.length),
      who: random() < 0.4 ? -1 : int(people.length),
      by: helped === undefined ? by : Math.abs(by),
    }
  }
  const next = {
    ...now,
    turn: Float64Array.from(now.turn),
    changes: [...now.changes],
    hands: Int32Array.from(now.hands),
  }
  const how = random()
  if (how < 0.68) for (let n = 1 + int(2); n > 0; n--) next.changes.push(change())
  else if (how < 0.77) next.changes.splice(int(next.changes.length), 1)
  else if (how < 0.85) next.turn[int(jobs.length)]! += someMinutes(random)
  else if (how < 0.94) {
    const job = int(jobs.length)
    next.hands[job] = Math.min(jobs[job]!.crewLimit, 1 + int(mostHands))
  } else [next.patience, next.ahead] = [int(10), int(5)]
  return next
}

/** Whose turn it is as the day goes on; asked for moments that only rise. */
export class Turns {
  private readonly hands: Int32Array
  /** By job for everybody, and what it is sooner or later for one person. */
  private readonly turn: Float64Array
  private readonly own = new Map<number, Float64Array>()
  /** What is still to change, the last first. */
  private readonly coming: Change[]

  constructor({ turn, changes, hands }: Stays) {
    this.hands = hands
    this.turn = Float64Array.from(turn)
    this.coming = [...changes].sort((a, b) => b.from - a.from)
  }

  /**
   * Where somebody goes first of the cars they could go to.
   * @param open cars by number, and how many are at each
   * @returns −1 where there are enough people at all of them
   */
  first(moment: number, who: number, open: readonly { job: number; hands: number }[]): number {
    this.until(moment)
    const own = this.own.get(who)
    let first = -1
    let least = Number.POSITIVE_INFINITY
    for (const { job, hands } of open) {
      if (hands >= this.hands[job]!) continue
      const turn = this.turn[job]! + (own?.[job] ?? 0)
      if (turn < least) [first, least] = [job, turn]
    }
    return first
  }

  private until(moment: number): void {
    for (let next = this.coming.at(-1); next && next.from <= moment; next = this.coming.at(-1)) {
      this.coming.pop()
      this.of(next.who)[next.job]! -= next.by
    }
  }

  private of(who: number): Float64Array {
    if (who < 0) return this.turn
    const own = this.own.get(who) ?? new Float64Array(this.turn.length)
    this.own.set(who, own)
    return own
  }
}
