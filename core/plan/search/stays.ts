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

/** Somebody does not go to a car within [from, until): what they would have to do there is not worth the way. */
export interface NotNow {
  from: number
  until: number
  job: number
  who: number
}

/** How people go from car to car on a day on which going over costs minutes. */
export interface Stays {
  /** By job, whose turn is first: smaller first. */
  turn: Float64Array
  /** What is otherwise from some moment on. */
  changes: readonly Change[]
  notNow: readonly NotNow[]
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
  notNow: [],
  hands: Int32Array.from(jobs, ({ crewLimit }) => Math.min(crewLimit, mostHands)),
  patience: 2,
  ahead: 2,
})

/** A moment at which somebody could have gone to other cars: to which, with how many at each, and to which they went (−1 none). */
export interface Fork {
  moment: number
  who: number
  open: { job: number; hands: number }[]
  car: number
}

/** Goings over of which the one for the shortest stay is put off, and for how long at most. */
const puttingOff = { of: 3, minutes: 60 }

/** Somebody does not go to a car they went to, for a while: mostly one at which they had little to do. */
function notNow(forks: readonly Fork[], random: Random): NotNow[] {
  const gone = forks.filter(({ car }) => car >= 0)
  if (gone.length === 0) return []
  const int = (n: number) => Math.floor(n * random())
  const minutesAt = ({ who, moment }: Fork) =>
    (gone.find((next) => next.who === who && next.moment > moment)?.moment ?? Number.POSITIVE_INFINITY) - moment
  const some = Array.from({ length: puttingOff.of }, () => gone[int(gone.length)]!)
  const { moment, who, car: job } = some.reduce((a, b) => (minutesAt(b) < minutesAt(a) ? b : a))
  return [{ from: moment, until: moment + 1 + int(puttingOff.minutes), job, who }]
}

/** From 20 to 400 minutes, the small ones as often as the large, either way. */
const someMinutes = (random: Random): number => 20 * 20 ** random() * (random() < 0.5 ? 1 : -1)

/** How often a late car, or the one that ends the day, is helped, instead of any car's turn being another. */
const helping = 0.6

type Grown = Construction & { day?: { forks: readonly Fork[] } }

/**
 * The same a little otherwise. What changes from a moment on leaves all before it as it was, or every change would turn the whole day round.
 * @param plan what comes of it as it is
 * @param leftOver cars of which something finds no room in it: they are helped before any that is late
 */
export function otherStays(
  now: Stays,
  problem: Problem,
  plan: Grown,
  leftOver: readonly number[],
  random: Random,
): Stays {
  const { people, jobs } = problem
  const int = (n: number) => Math.floor(n * random())
  const ends = endsIn(problem, plan)
  const over = Math.max(0, ...ends)
  const wanting = leftOver.length > 0 ? leftOver : [...lateIn(problem, ends), ends.indexOf(over)]
  const change = (): Change => {
    const helped = random() < helping ? wanting[int(wanting.length)]! : undefined
    const by = someMinutes(random)
    return {
      from: random() < 0.2 ? 0 : int(helped === undefined || leftOver.length > 0 ? over : ends[helped]!),
      job: helped ?? int(jobs.length),
      who: random() < 0.4 ? -1 : int(people.length),
      by: helped === undefined ? by : Math.abs(by),
    }
  }
  const next = {
    ...now,
    turn: Float64Array.from(now.turn),
    changes: [...now.changes],
    notNow: [...now.notNow],
    hands: Int32Array.from(now.hands),
  }
  const how = random()
  if (how < 0.58) for (let n = 1 + int(2); n > 0; n--) next.changes.push(change())
  else if (how < 0.73) next.notNow.push(...notNow(plan.day?.forks ?? [], random))
  else if (how < 0.8) {
    const which = int(next.changes.length + next.notNow.length)
    if (which < next.changes.length) next.changes.splice(which, 1)
    else next.notNow.splice(which - next.changes.length, 1)
  } else if (how < 0.87) next.turn[int(jobs.length)]! += someMinutes(random)
  else if (how < 0.95) {
    const job = int(jobs.length)
    next.hands[job] = Math.min(jobs[job]!.crewLimit, 1 + int(mostHands))
  } else [next.patience, next.ahead] = [int(10), int(5)]
  return next
}

/** Whose turn it is as the day goes on; asked for moments that only rise. */
export class Turns {
  private readonly hands: Int32Array
  private readonly notNow: readonly NotNow[]
  /** By job for everybody, and what it is sooner or later for one person. */
  private readonly turn: Float64Array
  private readonly own = new Map<number, Float64Array>()
  /** What is still to change, the last first. */
  private readonly coming: Change[]

  constructor({ turn, changes, notNow, hands }: Stays) {
    this.hands = hands
    this.notNow = notNow
    this.turn = Float64Array.from(turn)
    this.coming = [...changes].sort((a, b) => b.from - a.from)
  }

  /**
   * Where somebody goes first of the cars they could go to.
   * @param open cars by number, and how many are at each
   * @returns −1 where there are enough people at all of them, or nobody is to go there now
   */
  first(moment: number, who: number, open: readonly { job: number; hands: number }[]): number {
    this.until(moment)
    const own = this.own.get(who)
    let first = -1
    let least = Number.POSITIVE_INFINITY
    for (const { job, hands } of open) {
      if (hands >= this.hands[job]! || this.isPutOff(moment, who, job)) continue
      const turn = this.turn[job]! + (own?.[job] ?? 0)
      if (turn < least) [first, least] = [job, turn]
    }
    return first
  }

  private isPutOff(moment: number, who: number, job: number): boolean {
    return this.notNow.some((n) => n.job === job && n.who === who && n.from <= moment && moment < n.until)
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
