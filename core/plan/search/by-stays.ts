import type { Placed } from '#core/plan/board/board.ts'
import type { Component } from '#core/plan/problem/components.ts'
import type { Obstacle } from '#core/plan/problem/impossible.ts'
import type { Act, Problem } from '#core/plan/problem/problem.ts'
import { type Construction, Growing, openAtFirst, type Recipe } from './construct.ts'
import { type Fork, type Stays, Turns } from './stays.ts'

/** What somebody can begin, and when. */
interface Begun {
  component: Component
  at: Placed
}

/** Weighted minutes late beyond which a day is of no use, and what it takes to see them coming. */
export interface TooLate {
  minutes: number
  /** Longest path from the start of each activity to the end of all that waits for it. */
  tail: readonly number[]
}

/** A day that was built, and where it could have gone another way. */
export interface DayByStays extends Construction {
  stays: Stays
  forks: readonly Fork[]
  /** The day as it stood at every so many forks, once somebody asked for it. */
  marks?: readonly Day[]
}

/** Not at a fork, but from the beginning on. */
const allOfIt = -1

/** The first fork of a day at which somebody would go elsewhere by other stays; undefined where it would be the same day. */
export function forkBy({ stays: were, forks }: DayByStays, stays: Stays): number | undefined {
  if (stays.patience !== were.patience || stays.ahead !== were.ahead) return allOfIt
  const turns = new Turns(stays)
  const fork = forks.findIndex(({ moment, who, open, car }) => turns.first(moment, who, open) !== car)
  return fork < 0 ? undefined : fork
}

/** Forks from one at which a day is kept as it stands to the next. */
const markedEvery = 4

/** Minutes of the day after which is looked again whether it will be too late. */
const looksAgain = 5

/** What is the same for every day by stays of a problem. */
interface Setting {
  problem: Problem
  components: readonly Component[]
  recipe: Omit<Recipe, 'waitsFor' | 'floor'>
  known: ReadonlyMap<number, Obstacle>
  horizon: number
  /** What somebody begins with of each component; undefined where it takes nobody any more. */
  firsts: readonly (Act | undefined)[]
}

/**
 * Builds plans by stays: whoever is free does what there is to do at the car they are at, first what the most waits for, and when there is
 * nothing goes over to another, the first in turn that takes more hands. What nobody comes by to do is placed serially in the end.
 */
export class DaysByStays {
  private readonly setting: Setting

  constructor(
    problem: Problem,
    components: readonly Component[],
    recipe: Setting['recipe'],
    known: Setting['known'],
    horizon: number,
  ) {
    const { acts, pins } = problem
    const firsts = components.map((c) => acts[c.acts.find((a) => acts[a]!.crew > 0 && !pins.has(a))!])
    this.setting = { problem, components, recipe, known, horizon, firsts }
  }

  build(stays: Stays, tooLate?: TooLate): DayByStays {
    return new Day(this.setting, stays).built(tooLate)
  }

  /** A day that is as another up to one of its forks: nothing of that is built again. */
  from(day: DayByStays, fork: number, stays: Stays, tooLate?: TooLate): DayByStays {
    if (fork === allOfIt) return this.build(stays, tooLate)
    day.marks ??= new Day(this.setting, day.stays).marked()
    const mark = day.marks[Math.floor(fork / markedEvery)]
    return mark ? new Day(this.setting, stays, mark).built(tooLate) : this.build(stays, tooLate)
  }
}

class Day {
  private readonly setting: Setting
  private readonly stays: Stays
  private readonly turns: Turns
  private readonly plan: Growing
  /** By activity who is to do it: whoever looks just now. */
  private readonly waitsFor: Int32Array
  private readonly floor: Int32Array
  /** Components that wait for nothing but people, by job, what comes first first; and when each could begin at least and at most, were only its links asked. */
  private readonly ready: number[][]
  private readonly lows: Float64Array
  private readonly highs: Float64Array
  /** How many components wait for people. */
  private waiting: number
  /** Moments at which something may become possible. */
  private readonly moments: Uint8Array
  /** By person: from when on they look for something to do, and the car they are at (−1 none yet). */
  private readonly free: Int32Array
  private readonly car: Int32Array
  /** By job, how many are at it. */
  private readonly handsAt: Int32Array
  private readonly forks: Fork[]
  private marks: Day[] | undefined

  /** @param from a day to go on from as it stands */
  constructor(setting: Setting, stays: Stays, from?: Day) {
    const { problem, components, recipe, known, horizon } = setting
    const { acts, jobs, people } = problem
    this.setting = setting
    this.stays = stays
    this.turns = new Turns(stays)
    this.waitsFor = new Int32Array(acts.length).fill(-1)
    this.floor = new Int32Array(acts.length)
    const own = { ...recipe, floor: this.floor, waitsFor: this.waitsFor }
    this.plan = new Growing(problem, components, own, known, horizon, from?.plan)
    this.ready = from ? from.ready.map((list) => list.slice()) : jobs.map(() => [])
    this.lows = from ? from.lows.slice() : new Float64Array(components.length)
    this.highs = from ? from.highs.slice() : new Float64Array(components.length)
    this.waiting = from ? from.waiting : 0
    this.moments = from ? from.moments.slice() : new Uint8Array(horizon + 2)
    this.free = from
      ? from.free.slice()
      : Int32Array.from(people, ({ shifts }) => Math.max(problem.now, shifts[0]?.[0] ?? horizon + 1))
    this.car = from ? from.car.slice() : new Int32Array(people.length).fill(-1)
    this.handsAt = from ? from.handsAt.slice() : new Int32Array(jobs.length)
    this.forks = from ? from.forks.slice() : []
    if (!from) this.begin()
  }

  private begin(): void {
    const { problem, components } = this.setting
    const { acts, jobs, people, kit, pins } = problem
    for (const { release } of jobs) this.happens(release)
    for (const { shifts } of people) for (const [start] of shifts) this.happens(start)
    for (const { out } of kit) for (const [, end] of out) this.happens(end)
    // Whoever has begun something today is at that car.
    for (const pin of [...pins.values()].sort((a, b) => a.start - b.start)) {
      this.happens(pin.end)
      if (pin.fact) for (const p of pin.people) this.goes(p, acts[pin.act]!.job)
    }
    for (const index of openAtFirst(components)) this.opens(index)
  }

  /** How the day stands at every so many of its forks. */
  marked(): readonly Day[] {
    this.marks = []
    this.built()
    return this.marks
  }

  built(tooLate?: TooLate): DayByStays {
    const { horizon } = this.setting
    for (let look = 0; this.waiting > 0; ) {
      const who = this.soonest()
      if (who < 0 || this.free[who]! > horizon) break
      if (tooLate && this.free[who]! >= look) {
        look = this.free[who]! + looksAgain
        if (this.lateFrom(this.free[who]!, tooLate.tail) > tooLate.minutes) return this.told(this.plan.givenUp())
      }
      const begun = this.choice(who)
      if (begun && this.begins(who, begun)) continue
      let later = this.free[who]! + 1
      while (later <= horizon && this.moments[later] === 0) later++
      this.free[who] = later
    }
    return this.told(this.plan.finish(this.ready.flat()))
  }

  private told(plan: Construction): DayByStays {
    return { ...plan, stays: this.stays, forks: this.forks }
  }

  /** Weighted minutes late at the least when nothing more begins before a moment. */
  private lateFrom(moment: number, tail: readonly number[]): number {
    let sum = 0
    this.setting.problem.jobs.forEach(({ due, weight }, job) => {
      if (due === undefined) return
      let end = this.plan.board.endOf(job)
      for (const index of this.ready[job]!)
        end = Math.max(end, Math.max(moment, this.lows[index]!) + tail[this.setting.firsts[index]!.index]!)
      sum += weight * Math.max(0, end - due)
    })
    return sum
  }

  private happens(moment: number): void {
    if (moment <= this.setting.horizon) this.moments[moment] = 1
  }

  private goes(who: number, job: number): void {
    if (this.car[who]! >= 0) this.handsAt[this.car[who]!]!--
    this.handsAt[job]!++
    this.car[who] = job
  }

  /** Whoever looks for something first; −1 where there is nobody at all. */
  private soonest(): number {
    let who = this.free.length > 0 ? 0 : -1
    for (let p = 1; p < this.free.length; p++) if (this.free[p]! < this.free[who]!) who = p
    return who
  }

  /** A component waits for no other any more: it waits for people; what takes nobody begins by itself. */
  private opens(index: number): void {
    const component = this.setting.components[index]!
    const first = this.setting.firsts[index]
    if (first === undefined) this.plan.placeOrTell(component)
    if (first === undefined || this.plan.isBlocked(component)) {
      this.comes(component)
      return
    }
    const { low, high } = this.plan.board.window(first)
    this.lows[index] = low
    this.highs[index] = high
    const list = this.ready[component.job]!
    let i = list.length
    while (i > 0 && this.setting.recipe.priority[list[i - 1]!]! > this.setting.recipe.priority[index]!) i--
    list.splice(i, 0, index)
    this.waiting++
  }

  private comes(component: Component): void {
    for (const a of component.acts) {
      const at = this.plan.board.placed[a]
      if (!at) continue
      this.happens(at.end)
      for (const link of this.setting.problem.acts[a]!.out) if (link.minLag > 0) this.happens(at.end + link.minLag)
    }
    for (const to of this.plan.comes(component)) this.opens(to)
  }

  /** What somebody does next: here, else there where it is first in turn; undefined where there is nothing yet. */
  private choice(who: number): Begun | undefined {
    const { patience, ahead } = this.stays
    const [car, free] = [this.car[who]!, this.free[who]!]
    const here = car < 0 ? undefined : this.soonestAt(who, car, free + patience)
    if (here) return here
    const there: Begun[] = []
    for (let job = 0; job < this.ready.length; job++) {
      if (job === car || this.ready[job]!.length === 0) continue
      const begun = this.soonestAt(who, job, free + ahead + this.wayTo(who, job))
      if (begun) there.push(begun)
    }
    if (there.length === 0) return undefined
    const open = there.map(({ component: { job } }) => ({ job, hands: this.handsAt[job]! }))
    const first = this.turns.first(free, who, open)
    if (this.marks && this.forks.length % markedEvery === 0) this.marks.push(new Day(this.setting, this.stays, this))
    this.forks.push({ moment: free, who, open, car: first })
    return there.find(({ component }) => component.job === first)
  }

  private wayTo(who: number, job: number): number {
    return this.car[who]! < 0 ? 0 : this.setting.problem.way(this.car[who]!, job)
  }

  /** Of what somebody can begin at a car: the first of what begins at once, else what begins soonest. */
  private soonestAt(who: number, job: number, latest: number): Begun | undefined {
    const free = this.free[who]!
    const atOnce = free + this.wayTo(who, job)
    const list = this.ready[job]!
    let best: Begun | undefined
    let until = latest
    for (let i = 0; i < list.length; i++) {
      const index = list[i]!
      const low = Math.max(this.lows[index]!, free)
      const first = this.setting.firsts[index]!
      if (low > until || !first.able.includes(who)) continue
      this.waitsFor[first.index] = who
      const at = this.plan.board.earliest(first, low, Math.min(until, this.highs[index]!))
      this.waitsFor[first.index] = -1
      if (!at) continue
      best = { component: this.setting.components[index]!, at }
      if (at.start <= atOnce) break
      until = at.start - 1
    }
    return best
  }

  /** @returns false where the rest of it finds no room; nothing is changed then */
  private begins(who: number, { component, at }: Begun): boolean {
    const { waitsFor, floor, plan, free } = this
    if (component.acts.length === 1) plan.board.place(this.setting.problem.acts[component.acts[0]!]!, at)
    else {
      for (const a of component.acts) {
        if (this.setting.problem.acts[a]!.able.includes(who)) waitsFor[a] = who
        floor[a] = free[who]!
      }
      const isPlaced = plan.place(component)
      for (const a of component.acts) waitsFor[a] = -1
      if (!isPlaced) {
        for (const a of component.acts) floor[a] = 0
        return false
      }
    }
    const list = this.ready[component.job]!
    list.splice(list.indexOf(component.index), 1)
    this.waiting--
    // Between the first of it and what is due later there may be time for something else.
    const busy = new Set<number>()
    for (const a of component.acts)
      for (const p of plan.board.placed[a]!.people) {
        if (busy.has(p)) continue
        busy.add(p)
        free[p] = Math.max(free[p]!, plan.board.placed[a]!.end)
        this.goes(p, component.job)
      }
    this.comes(component)
    return true
  }
}
