import type { Placed } from '#core/plan/board/board.ts'
import type { Component } from '#core/plan/problem/components.ts'
import type { Obstacle } from '#core/plan/problem/impossible.ts'
import type { Act, Problem } from '#core/plan/problem/problem.ts'
import { type Construction, Growing, openAtFirst, type Recipe } from './construct.ts'
import type { Change, Stays } from './stays.ts'

/**
 * Builds one plan by stays: whoever is free does what there is to do at the car they are at, first what the most waits for, and when there is
 * nothing goes over to another, the first in turn that takes more hands. What nobody comes by to do is placed serially in the end.
 */
export const byStays = (...of: ConstructorParameters<typeof Day>): Construction => new Day(...of).built()

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

/** Minutes of the day after which is looked again whether it will be too late. */
const looksAgain = 5

class Day {
  private readonly problem: Problem
  private readonly components: readonly Component[]
  private readonly stays: Stays
  private readonly priority: ArrayLike<number>
  private readonly horizon: number
  private readonly plan: Growing
  /** By activity who is to do it: whoever looks just now. */
  private readonly waitsFor: Int32Array
  private readonly floor: Int32Array
  /** What somebody begins with of each component; undefined where it takes nobody any more. */
  private readonly firsts: readonly (Act | undefined)[]
  /** Components that wait for nothing but people, by job, what comes first first; and when each could begin at least and at most, were only its links asked. */
  private readonly ready: number[][]
  private readonly lows: Float64Array
  private readonly highs: Float64Array
  /** Moments at which something may become possible. */
  private readonly moments: Uint8Array
  /** By person: from when on they look for something to do, and the car they are at (−1 none yet). */
  private readonly free: Int32Array
  private readonly car: Int32Array
  /** By job, how many are at it. */
  private readonly handsAt: Int32Array
  private readonly turns: Turns
  private readonly tooLate: TooLate | undefined

  constructor(
    problem: Problem,
    components: readonly Component[],
    stays: Stays,
    recipe: Omit<Recipe, 'waitsFor' | 'floor'>,
    known: ReadonlyMap<number, Obstacle>,
    horizon: number,
    tooLate?: TooLate,
  ) {
    const { acts, jobs, people, pins, now } = problem
    this.tooLate = tooLate
    this.problem = problem
    this.components = components
    this.stays = stays
    this.priority = recipe.priority
    this.horizon = horizon
    this.waitsFor = new Int32Array(acts.length).fill(-1)
    this.floor = new Int32Array(acts.length)
    this.plan = new Growing(
      problem,
      components,
      { ...recipe, floor: this.floor, waitsFor: this.waitsFor },
      known,
      horizon,
    )
    this.firsts = components.map((c) => acts[c.acts.find((a) => acts[a]!.crew > 0 && !pins.has(a))!])
    this.ready = jobs.map(() => [])
    this.lows = new Float64Array(components.length)
    this.highs = new Float64Array(components.length)
    this.free = Int32Array.from(people, ({ shifts }) => Math.max(now, shifts[0]?.[0] ?? horizon + 1))
    this.car = new Int32Array(people.length).fill(-1)
    this.handsAt = new Int32Array(jobs.length)
    this.turns = new Turns(stays, people.length)
    this.moments = new Uint8Array(horizon + 2)
    for (const { release } of jobs) this.happens(release)
    for (const { shifts } of people) for (const [start] of shifts) this.happens(start)
    for (const { out } of problem.kit) for (const [, end] of out) this.happens(end)
    // Whoever has begun something today is at that car.
    for (const pin of [...pins.values()].sort((a, b) => a.start - b.start)) {
      this.happens(pin.end)
      if (pin.fact) for (const p of pin.people) this.goes(p, acts[pin.act]!.job)
    }
  }

  built(): Construction {
    for (const index of openAtFirst(this.components)) this.opens(index)
    for (let look = 0; ; ) {
      const who = this.soonest()
      if (who < 0 || this.free[who]! > this.horizon) break
      if (this.tooLate && this.free[who]! >= look) {
        look = this.free[who]! + looksAgain
        if (this.lateFrom(this.free[who]!, this.tooLate.tail) > this.tooLate.minutes) return this.plan.givenUp()
      }
      this.turns.until(this.free[who]!)
      const begun = this.choice(who)
      if (begun && this.begins(who, begun)) continue
      let later = this.free[who]! + 1
      while (later <= this.horizon && this.moments[later] === 0) later++
      this.free[who] = later
    }
    return this.plan.finish(this.ready.flat())
  }

  /** Weighted minutes late at the least when nothing more begins before a moment. */
  private lateFrom(moment: number, tail: readonly number[]): number {
    let sum = 0
    this.problem.jobs.forEach(({ due, weight }, job) => {
      if (due === undefined) return
      let end = this.plan.board.endOf(job)
      for (const index of this.ready[job]!)
        end = Math.max(end, Math.max(moment, this.lows[index]!) + tail[this.firsts[index]!.index]!)
      sum += weight * Math.max(0, end - due)
    })
    return sum
  }

  private happens(moment: number): void {
    if (moment <= this.horizon) this.moments[moment] = 1
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
    const component = this.components[index]!
    const first = this.firsts[index]
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
    while (i > 0 && this.priority[list[i - 1]!]! > this.priority[index]!) i--
    list.splice(i, 0, index)
  }

  private comes(component: Component): void {
    for (const a of component.acts) {
      const at = this.plan.board.placed[a]
      if (!at) continue
      this.happens(at.end)
      for (const link of this.problem.acts[a]!.out) if (link.minLag > 0) this.happens(at.end + link.minLag)
    }
    for (const to of this.plan.comes(component)) this.opens(to)
  }

  /** What somebody does next: here, else there where it is first in turn; undefined where there is nothing yet. */
  private choice(who: number): Begun | undefined {
    const { patience, ahead, hands } = this.stays
    const [car, free] = [this.car[who]!, this.free[who]!]
    const here = car < 0 ? undefined : this.soonestAt(who, car, free + patience)
    if (here) return here
    for (const job of this.turns.of(who)) {
      if (job === car || this.ready[job]!.length === 0 || this.handsAt[job]! >= hands[job]!) continue
      const there = this.soonestAt(who, job, free + ahead + this.wayTo(who, job))
      if (there) return there
    }
    return undefined
  }

  private wayTo(who: number, job: number): number {
    return this.car[who]! < 0 ? 0 : this.problem.way(this.car[who]!, job)
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
      const first = this.firsts[index]!
      if (low > until || !first.able.includes(who)) continue
      this.waitsFor[first.index] = who
      const at = this.plan.board.earliest(first, low, Math.min(until, this.highs[index]!))
      this.waitsFor[first.index] = -1
      if (!at) continue
      best = { component: this.components[index]!, at }
      if (at.start <= atOnce) break
      until = at.start - 1
    }
    return best
  }

  /** @returns false where the rest of it finds no room; nothing is changed then */
  private begins(who: number, { component, at }: Begun): boolean {
    const { waitsFor, floor, plan, free } = this
    if (component.acts.length === 1) plan.board.place(this.problem.acts[component.acts[0]!]!, at)
    else {
      for (const a of component.acts) {
        if (this.problem.acts[a]!.able.includes(who)) waitsFor[a] = who
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

/** In which order each person thinks that it is the cars' turn, as the day goes on. */
class Turns {
  private readonly at: Float64Array[]
  private readonly lists: number[][]
  /** What is still to change, the last first. */
  private readonly coming: Change[]

  constructor({ turn, changes }: Stays, people: number) {
    this.at = Array.from({ length: people }, () => Float64Array.from(turn))
    this.lists = this.at.map((_, who) =>
      this.sorted(
        Array.from(turn, (_, j) => j),
        who,
      ),
    )
    this.coming = [...changes].sort((a, b) => b.from - a.from)
  }

  of(who: number): readonly number[] {
    return this.lists[who]!
  }

  /** All that changes up to a moment. */
  until(moment: number): void {
    for (let next = this.coming.at(-1); next && next.from <= moment; next = this.coming.at(-1)) {
      this.coming.pop()
      for (let p = 0; p < this.at.length; p++) {
        if (next.who >= 0 && next.who !== p) continue
        this.at[p]![next.job]! -= next.by
        this.sorted(this.lists[p]!, p)
      }
    }
  }

  private sorted(list: number[], who: number): number[] {
    const at = this.at[who]!
    return list.sort((a, b) => at[a]! - at[b]! || a - b)
  }
}
