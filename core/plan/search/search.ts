import type { Preference } from '#core/plan/board/board.ts'
import { type Component, componentsOf } from '#core/plan/problem/components.ts'
import { impossible, type Obstacle } from '#core/plan/problem/impossible.ts'
import { type Overtaking, overtakings } from '#core/plan/problem/overtaking.ts'
import type { Problem } from '#core/plan/problem/problem.ts'
import { type Random, seededRandom } from '#core/units/random.ts'
import { type DayByStays, DaysByStays, forkBy } from './by-stays.ts'
import { type Construction, construct, horizonOf, type Like } from './construct.ts'
import { firstOrder, slackOf, tails, takesTurns } from './first-order.ts'
import { daysByTurns, flowOf } from './flow.ts'
import { mirrored } from './mirror.ts'
import {
  type Ground,
  letGoFirst,
  type Order,
  smallerTeam,
  smallerTeams,
  teamsWithOneFewer,
  vary,
  waitingPairs,
} from './neighbours.ts'
import { type Score, scoreOf } from './objective.ts'
import { otherStays, type Stays } from './stays.ts'
import { type Walk, walkFrom } from './walk.ts'

export interface Solution extends Construction {
  score: Score
  /** Of a day by stays, how it came about. */
  day?: DayByStays
  iterations: number
  /** Reckoned when it is asked for: only plans that are otherwise as good are weighed by it. */
  burden?: number
}

/** People already on the job first (fewer hand-overs), then those with fewer skills (the skilled stay free for what only they can do). */
const usual =
  (problem: Problem, wished?: Int32Array, bonus?: Float64Array): Preference =>
  (act, person, board, start) =>
    (board.knows(act.job, person) ? 4 : 0) +
    3 * board.stays(act.job, person, start) -
    problem.people[person]!.skills.size -
    5 * board.ways(act.job, person, start) +
    (wished?.[act.index] === person ? 12 : 0) +
    (bonus?.[person] ?? 0)

/** Components that found no room, and everything before them: they must come to the table earlier. */
function urgentAfter(
  components: readonly Component[],
  failed: ReadonlyMap<number, Obstacle>,
  known: ReadonlyMap<number, Obstacle>,
): Set<number> {
  const urgent = components
    .filter((c) => c.acts.some((a) => failed.has(a) && !known.has(a) && failed.get(a)!.code !== 'waits-for'))
    .map((c) => c.index)
  const all = new Set(urgent)
  for (let i = 0; i < urgent.length; i++) {
    for (const before of components[urgent[i]!]!.into) {
      if (all.has(before)) continue
      all.add(before)
      urgent.push(before)
    }
  }
  return all
}

/** How often a plan is justified: pushed as late as may be, then planned forwards in that order. */
const justified = 0.25
/** How often cars that have to take turns take others while urgency is searched. */
const otherTurns = 0.2
/** Days by turns that are built, the most promising ones. */
const daysTried = 12
/** So often people are sent otherwise until it makes another day. */
const triedForAnother = 50
/** Changes that make a day by stays another one altogether. */
const anewBy = 6
/** Of what is round a plan, so much is tried one by one. */
const triedAround = 300

/** What is asked of one problem while it is searched: plans by orders, and orders near other ones; all chance comes from one seed. */
export class Search {
  readonly components: Component[]
  readonly known = new Map<number, Obstacle>()
  private readonly overtakings: Overtaking[]
  private readonly of: Int32Array
  private readonly horizon: number
  private readonly random: Random
  private readonly problem: Problem
  private readonly backwards: Problem
  private readonly turned: Component[]
  private readonly takesTurns: boolean
  private readonly tail: readonly number[]
  private sameDays: DaysByStays | undefined
  iterations = 0

  constructor(problem: Problem, seed: number) {
    this.problem = problem
    this.components = componentsOf(problem)
    this.overtakings = overtakings(problem, this.components)
    this.horizon = horizonOf(problem)
    this.random = seededRandom(seed)
    this.of = new Int32Array(problem.acts.length)
    for (const c of this.components) for (const a of c.acts) this.of[a] = c.index
    this.takesTurns = takesTurns(problem)
    this.tail = tails(problem)
    this.backwards = mirrored(problem, this.horizon)
    this.turned = this.components.map((c) => ({ ...c, acts: [...c.acts].reverse(), into: c.out, out: c.into }))
    for (const act of problem.acts) {
      const obstacle = problem.pins.has(act.index) ? undefined : impossible(act, problem)
      if (obstacle) this.known.set(act.index, obstacle)
    }
  }

  /** Made when the first day by stays is: most problems have none. */
  private get days(): DaysByStays {
    if (!this.sameDays) {
      const { problem, components, known, horizon } = this
      const { key, member, wished } = this.firstOrder()
      const recipe = { priority: key, member, preference: usual(problem, wished) }
      this.sameDays = new DaysByStays(problem, components, recipe, known, horizon)
    }
    return this.sameDays
  }

  firstOrder(putOff?: readonly number[]): Order {
    return firstOrder(this.problem, this.components, this.tail, putOff)
  }

  /** Where going over costs minutes, whoever is wished for is waited for. */
  private waitedFor(wished: Int32Array): Int32Array | undefined {
    return this.problem.goingOver > 0 ? wished : undefined
  }

  build(order: Order, like?: Like): Solution {
    if (order.stays) return this.byStays(order.stays)
    const { problem, components, known, horizon } = this
    const { key, member, wished, floor, bonus, teams } = order
    const preference = usual(problem, wished, bonus)
    const recipe = { priority: key, member, preference, teams, floor, waitsFor: this.waitedFor(wished) }
    return this.told(construct(problem, components, recipe, known, horizon, like))
  }

  private told(built: Construction): Solution {
    this.iterations++
    return { ...built, score: scoreOf(this.problem, built), iterations: this.iterations }
  }

  /**
   * @param like a day that it is like, and from which of its forks on it is another
   * @param tooLate weighted minutes late from which it need not be built to its end: it comes out as one that leaves much over
   */
  byStays(stays: Stays, like?: { day: DayByStays; fork: number }, tooLate?: number): Solution {
    const useless = tooLate === undefined ? undefined : { minutes: tooLate, tail: this.tail }
    const day = like ? this.days.from(like.day, like.fork, stays, useless) : this.days.build(stays, useless)
    return { ...this.told(day), day }
  }

  /**
   * The plan people go by, as far as it still can be: everything in its order, not before its time, by the same people; what is disturbed comes
   * later by as much as it must, and what is new finds room between.
   */
  asBefore(first: Order): Solution {
    const { problem, components, known, horizon } = this
    const start = (a: number) => problem.previous.get(a)?.start
    const floor = Int32Array.from(problem.acts, (a) => start(a.index) ?? 0)
    const far = 1e7
    const priority = Float64Array.from(components, (c) =>
      Math.min(...c.acts.map((a) => start(a) ?? far + first.key[c.index]!)),
    )
    const member = Float64Array.from(problem.acts, (a) => start(a.index) ?? far + first.member[a.index]!)
    const preference: Preference = (act, person, board, at) =>
      usual(problem)(act, person, board, at) + (problem.previous.get(act.index)?.people.includes(person) ? 1000 : 0)
    return this.told(construct(problem, components, { priority, member, floor, preference }, known, horizon))
  }

  /** When each component begins in a plan; what found no room comes first the next time. */
  startsOf({ board }: Construction): Float64Array {
    const starts = new Float64Array(this.components.length)
    for (const { index, acts } of this.components) {
      let least = Number.POSITIVE_INFINITY
      for (let i = 0; i < acts.length; i++) least = Math.min(least, board.placed[acts[i]!]?.start ?? 0)
      starts[index] = least
    }
    return starts
  }

  /** The order that a plan was built in, by its starts, with the same people. */
  orderOf(now: Solution, start: Float64Array, { member, floor, bonus, teams }: Order, keep: number): Order {
    const key = Float64Array.from(start)
    now.sequence.forEach((c, i) => {
      key[c]! += 1e-4 * i
    })
    const wished = Int32Array.from(this.problem.acts, (a) => {
      const first = now.board.placed[a.index]?.people[0]
      return first !== undefined && this.random() < keep ? first : -1
    })
    return { key, member: Float64Array.from(member), wished, floor: Int32Array.from(floor), bonus, teams: [...teams] }
  }

  /** An order in which everything is as late as the plan's jobs allow. */
  justify(now: Solution, order: Order): Order {
    const { problem, horizon } = this
    const jobs = problem.jobs.map((job) => {
      const finish = Math.max(0, ...job.acts.map((a) => now.board.placed[a]?.end ?? 0))
      return { ...job, release: Math.max(0, horizon - Math.max(finish, job.due ?? now.score[2])) }
    })
    const back = { ...this.backwards, jobs }
    const key = Float64Array.from(this.components, (c) =>
      c.acts.reduce((least, a) => Math.min(least, horizon - (now.board.placed[a]?.end ?? horizon)), horizon),
    )
    const member = Float64Array.from(problem.acts, (a) => horizon - (now.board.placed[a.index]?.end ?? 0))
    const built = construct(
      back,
      this.turned,
      {
        priority: key,
        member,
        floor: new Int32Array(problem.acts.length),
        preference: usual(problem, order.wished),
        teams: order.teams,
        waitsFor: this.waitedFor(order.wished),
      },
      this.known,
      2 * horizon,
    )
    const late = Float64Array.from(this.components, (c) =>
      c.acts.reduce((least, a) => Math.min(least, horizon - (built.board.placed[a]?.end ?? horizon)), horizon),
    )
    return { ...order, key: late }
  }

  neighbour(now: Solution, by: Order): { order: Order; like: Like | undefined } {
    const ground = this.groundOf(now)
    const { components, random } = this
    // Where people are waited for, what is left to anybody is chosen by the moves.
    const keep = this.problem.goingOver > 0 ? 1 : [1, 0.7, 0.3, 0][Math.floor(4 * random())]!
    const order = this.orderOf(now, ground.start, by, keep)
    vary(order, ground)
    if (now.failed.size > this.known.size && random() < 0.7)
      for (const c of urgentAfter(components, now.failed, this.known))
        if (random() < 0.6) order.key[c]! -= 240 * random()
    if (random() < justified) return { order: this.justify(now, order), like: undefined }
    return { order, like: { plan: now, fresh: this.freshIn(order, now, by) } }
  }

  /** So many of a list, each as likely, in one pass: a long day has tens of thousands of pairs (selection sampling, Knuth). */
  private someOf<T>(list: readonly T[], most: number): T[] {
    if (list.length <= most) return [...list]
    let left = most
    return list.filter((_, i) => {
      const isTaken = this.random() * (list.length - i) < left
      if (isTaken) left--
      return isTaken
    })
  }

  private groundOf(now: Solution): Ground {
    const { problem, components, known, of, overtakings, random } = this
    return { problem, components, of, now, start: this.startsOf(now), known, overtakings, random }
  }

  /**
   * What is tried of a plan one by one when chance finds nothing better: whatever waits goes first, and each job is left to one person fewer. Of
   * many some.
   * @returns orders, worked out when they are asked for; undefined where it would be no sooner
   */
  around(now: Solution, by: Order): (() => Order | undefined)[] {
    const ground = this.groundOf(now)
    const order = (keep: number) => this.orderOf(now, ground.start, by, keep)
    const first = waitingPairs(ground).map((pair) => () => {
      const next = order(1)
      return letGoFirst(next, pair, ground) ? next : undefined
    })
    const fewer = smallerTeams(ground).map(({ job, people }) => () => {
      const next = order(0)
      next.teams[job] = people
      return next
    })
    return this.someOf([...first, ...fewer], triedAround)
  }

  /** Components of which an order asks something else than a plan has: other people, a later start, another order of what is tied. */
  private freshIn({ wished, floor, member, teams }: Order, now: Solution, by: Order): Uint8Array {
    const fresh = new Uint8Array(this.components.length)
    for (let a = 0; a < wished.length; a++) {
      const at = now.board.placed[a]
      const team = teams[this.problem.acts[a]!.job]
      const other =
        (wished[a]! >= 0 && at?.people.includes(wished[a]!) === false) ||
        (team !== undefined && at?.people.every((p) => team.has(p)) === false)
      if (other || floor[a] !== by.floor[a] || member[a] !== by.member[a]) fresh[this.of[a]!] = 1
    }
    return fresh
  }

  /** The first order's urgency, with some jobs more or less urgent than they were, and a little noise. */
  urged(order: Order, plan: Solution, tooLate?: number): { order: Order; next: Solution } {
    if (order.stays) return this.stayed(order, order.stays, plan, tooLate)
    const { problem, components, random } = this
    const by = new Float64Array(problem.jobs.length)
    const wide = 20 + 160 * random()
    if (random() < 0.8)
      for (let n = 1 + Math.floor(2 * random()); n > 0; n--)
        by[Math.floor(by.length * random())] = wide * (random() - 0.5)
    const share = random() < 0.3 ? 1 : Math.min(1, 4 / components.length + 0.1 * random())
    const noise = 5 + 60 * random()
    const start = this.takesTurns && random() < otherTurns ? this.inOtherTurns() : order.key
    const key = start.map((k, c) => k + by[components[c]!.job]! + (random() < share ? noise * (random() - 0.5) : 0))
    const incomplete = plan.failed.size > this.known.size
    if (incomplete && random() < 0.7)
      for (const c of urgentAfter(components, plan.failed, this.known)) if (random() < 0.6) key[c]! -= 120 * random()
    const member =
      random() < (incomplete ? 0.7 : 0.2) ? order.member.map((m) => m + 40 * (random() - 0.5)) : order.member
    const wished =
      random() < 0.5
        ? order.wished
        : Int32Array.from(problem.acts, ({ able }) =>
            able.length > 0 && random() < 0.1 ? able[Math.floor(random() * able.length)]! : -1,
          )
    const bonus = random() < 0.8 ? order.bonus : this.anybody()
    const urged = { key, member, wished, floor: order.floor, teams: order.teams, bonus }
    return { order: urged, next: this.build(urged) }
  }

  /** Cars of which something found no room that might. */
  private leftOver({ failed }: Solution): number[] {
    if (failed.size === this.known.size) return []
    const acts = [...failed].filter(([act, { code }]) => !this.known.has(act) && code !== 'waits-for')
    return [...new Set(acts.map(([act]) => this.problem.acts[act]!.job))]
  }

  /** Somewhere people go otherwise than in a plan: a day that would come out the same is not built. */
  private stayed(order: Order, now: Stays, plan: Solution, tooLate?: number): { order: Order; next: Solution } {
    const leftOver = this.leftOver(plan)
    for (let n = 1; ; n++) {
      const stays = otherStays(now, this.problem, plan, leftOver, this.random)
      const fork = plan.day && forkBy(plan.day, stays)
      if (plan.day && fork === undefined && n < triedForAnother) continue
      const like = plan.day && fork !== undefined ? { day: plan.day, fork } : undefined
      return { order: { ...order, stays }, next: this.byStays(stays, like, tooLate) }
    }
  }

  /** By urgency, with some cars wanted sooner or later than they are: so that cars that take turns take others. */
  private inOtherTurns(): Float64Array {
    const { problem, random } = this
    const wide = 60 + 600 * random()
    return this.firstOrder(problem.jobs.map(() => wide * (random() - 0.5))).key
  }

  /** Some people wanted more than others, for no reason but to see. */
  private anybody(): Float64Array {
    return Float64Array.from(this.problem.people, () => 12 * this.random())
  }

  elsewhere(first: Order, best: Solution): Walk {
    const order = this.anew(first, best)
    return walkFrom(this.build(order), order)
  }

  /** Somewhere else altogether: by anybody, or with jobs left to fewer people than the best plan has on them, from where its end is sought again. */
  private anew(first: Order, best: Solution): Order {
    const { problem, known, random } = this
    if (first.stays) {
      let stays = first.stays
      const leftOver = this.leftOver(best)
      for (let n = anewBy; n > 0; n--) stays = otherStays(stays, problem, best, leftOver, random)
      return { ...first, stays }
    }
    const fewer = random() < 0.5
    const all = random() < 0.5 ? teamsWithOneFewer(this.groundOf(best)) : undefined
    const teams =
      all ??
      problem.jobs.map((_, job) =>
        fewer && random() < 0.6 ? smallerTeam(job, { problem, now: best, known, random }) : undefined,
      )
    const spread = 20 + 100 * this.random()
    return {
      key: (this.takesTurns ? this.inOtherTurns() : first.key).map((k) => k + spread * (this.random() - 0.5)),
      member: first.member.map((m) => m + 40 * (this.random() - 0.5)),
      wished: Int32Array.from(this.problem.acts, ({ able }) =>
        able.length > 0 && this.random() < 0.3 ? able[Math.floor(this.random() * able.length)]! : -1,
      ),
      floor: first.floor,
      teams,
      bonus: this.anybody(),
    }
  }

  /** Orders that let those cars wait which had best wait where somebody must, the most promising first. */
  turns(): Order[] {
    const { problem, tail, random } = this
    const days = daysByTurns(flowOf(problem, tail), problem.jobs, slackOf(problem, tail), random)
    return days.slice(0, daysTried).flatMap(({ ends }) => {
      const late = problem.jobs.map(({ due }, j) =>
        Math.max(0, Math.min(ends[j]!, this.horizon) - (due ?? this.horizon)),
      )
      const most = Math.max(...late)
      // What is late by little may yet be on time: also all of it at the cost of the latest.
      const latest = late.map((minutes) => (minutes === most ? 1.5 * minutes : 0))
      return [late, latest].map((putOff) => this.firstOrder(putOff))
    })
  }

  chance(): number {
    return this.random()
  }
}
