import type { Act, Problem } from '#core/plan/problem/problem.ts'
import { type Busy, nextClear, nextWithRoom, peakLoad } from './timeline.ts'

export interface Placed {
  start: number
  end: number
  people: number[]
}
interface Occupied extends Busy {
  site: string | undefined
}

const never = Number.POSITIVE_INFINITY

/**
 * The growing plan: who and what is taken when. `earliest` answers where an activity fits next to everything placed so far;
 * `place` and `remove` change it. Every rule of the contract that concerns resources is here and nowhere else in the construction.
 */
export class Board {
  readonly placed: (Placed | undefined)[]
  private readonly occupied: Occupied[][]
  private readonly zones = new Map<string, Busy[]>()
  private readonly units: Busy[][]
  private readonly crews: Busy[][]
  private readonly problem: Problem
  /** Order in which people are preferred; the improvement varies it. */
  private readonly preference: (act: Act, person: number, board: Board) => number

  constructor(problem: Problem, preference: (act: Act, person: number, board: Board) => number) {
    this.problem = problem
    this.preference = preference
    this.placed = problem.acts.map(() => undefined)
    this.occupied = problem.people.map((person) => {
      const first = person.shifts[0]
      // A person with a site of their own stands there when the first shift begins.
      return person.site !== undefined && first ? [{ start: first[0], end: first[0], load: 1, site: person.site }] : []
    })
    this.units = problem.kit.map((kit) => kit.out.map(([start, end]) => ({ start, end, load: kit.count })))
    this.crews = problem.jobs.map(() => [])
    for (const pin of problem.pins.values()) this.place(problem.acts[pin.act]!, pin)
  }

  private zone(act: Act, name: string): Busy[] {
    const key = `${act.job} ${name}`
    let list = this.zones.get(key)
    if (!list) {
      list = []
      this.zones.set(key, list)
    }
    return list
  }

  /** [first start, last end) of what is placed of a job. */
  private hull(job: number): { start: number; end: number } | undefined {
    let start = never
    let end = -1
    for (const act of this.problem.jobs[job]!.acts) {
      const at = this.placed[act]
      if (!at) continue
      if (at.start < start) start = at.start
      if (at.end > end) end = at.end
    }
    return end < 0 ? undefined : { start, end }
  }

  place(act: Act, at: Placed) {
    this.placed[act.index] = { start: at.start, end: at.end, people: at.people }
    const { start, end } = at
    for (const person of at.people)
      this.occupied[person]!.push({ start, end, load: 1, site: this.problem.jobs[act.job]!.site })
    for (const name of act.zones) this.zone(act, name).push({ start, end, load: 1 })
    for (const kit of act.equipment) this.units[kit]!.push({ start, end, load: 1 })
    if (at.people.length > 0) this.crews[act.job]!.push({ start, end, load: at.people.length })
  }

  remove(act: Act) {
    const at = this.placed[act.index]!
    const drop = (list: Busy[]) => {
      const i = list.findLastIndex((b) => b.start === at.start && b.end === at.end)
      list.splice(i, 1)
    }
    for (const person of at.people) drop(this.occupied[person]!)
    for (const name of act.zones) drop(this.zone(act, name))
    for (const kit of act.equipment) drop(this.units[kit]!)
    if (at.people.length > 0) drop(this.crews[act.job]!)
    this.placed[act.index] = undefined
  }

  /** Smallest t ≥ from at which the person could do the activity. */
  private personFree(person: number, act: Act, from: number): number {
    const site = this.problem.jobs[act.job]!.site
    let t = from
    for (const [open, close] of this.problem.people[person]!.shifts) {
      if (close < t + act.minutes) continue
      t = Math.max(t, open)
      for (let moved = true; moved && t + act.minutes <= close; ) {
        moved = false
        for (const there of this.occupied[person]!) {
          const travel = this.problem.travel(there.site, site)
          const anchor = there.start === there.end
          // The anchor of a person's own site only bounds what comes after it.
          if ((anchor || there.start < t + act.minutes + travel) && there.end + travel > t) {
            t = there.end + travel
            moved = true
          }
        }
      }
      if (t + act.minutes <= close) return t
    }
    return never
  }

  /** Usage of a unit type by everything but the holds of `job`. */
  private usage(kit: number, job: number): Busy[] {
    const held = this.problem.jobs.flatMap((other, index) => {
      if (index === job || !other.holds.includes(kit)) return []
      const hull = this.hull(index)
      return hull ? [{ ...hull, load: 1 }] : []
    })
    return held.length === 0 ? this.units[kit]! : [...this.units[kit]!, ...held]
  }

  private kitFree(kit: number, act: Act, from: number): number {
    const { count, site } = this.problem.kit[kit]!
    if (site !== undefined && site !== this.problem.jobs[act.job]!.site) return never
    const own = this.problem.jobs[act.job]!.holds.includes(kit) ? 1 : 0
    return nextWithRoom(this.usage(kit, act.job), from, act.minutes, 1, count - own)
  }

  /** What the job holds must be free from its first start to its last end; later does not help once something of it is placed. */
  private holdFree(kit: number, act: Act, from: number): number {
    const { count, site } = this.problem.kit[kit]!
    if (site !== undefined && site !== this.problem.jobs[act.job]!.site) return never
    const usage = this.usage(kit, act.job)
    const hull = this.hull(act.job)
    if (!hull) return nextWithRoom(usage, from, act.minutes, 1, count)
    let t = from
    while (t < hull.start && peakLoad(usage, t, hull.start) + 1 > count) {
      const ends = usage.filter((b) => b.start < hull.start && b.end > t).map((b) => b.end)
      t = Math.min(...ends)
    }
    const end = Math.max(hull.end, t + act.minutes)
    return peakLoad(usage, Math.min(t, hull.start), end) + 1 > count ? never : t
  }

  /** Smallest feasible start ≥ from, with the people for it; undefined when there is none up to `latest`. */
  earliest(act: Act, from: number, latest: number): Placed | undefined {
    let t = from
    const { holds, crewLimit } = this.problem.jobs[act.job]!
    while (t <= latest) {
      let next = t
      for (const name of act.zones) next = nextClear(this.zone(act, name), next, act.minutes)
      for (const kit of act.equipment) next = this.kitFree(kit, act, next)
      for (const kit of holds) if (next !== never) next = this.holdFree(kit, act, next)
      if (act.crew > 0 && next !== never) {
        if (crewLimit !== never) next = nextWithRoom(this.crews[act.job]!, next, act.minutes, act.crew, crewLimit)
        if (next === t) {
          const free = act.able
            .map((person) => ({ person, at: this.personFree(person, act, t) }))
            .sort((a, b) => a.at - b.at)
          const last = free[act.crew - 1]?.at ?? never
          if (last === t) {
            const people = free
              .filter((f) => f.at === t)
              .map((f) => ({ person: f.person, preference: this.preference(act, f.person, this) }))
              .sort((a, b) => b.preference - a.preference || a.person - b.person)
              .slice(0, act.crew)
              .map((f) => f.person)
            return { start: t, end: t + act.minutes, people: people.sort((a, b) => a - b) }
          }
          next = last
        }
      } else if (next === t) return { start: t, end: t + act.minutes, people: [] }
      if (next === never) return undefined
      t = next
    }
    return undefined
  }

  /** Interval of starts that the links to placed neighbours allow. */
  window(act: Act): { low: number; high: number } {
    const { placed, problem } = this
    let low = Math.max(problem.now, problem.jobs[act.job]!.release)
    let high = never
    for (const link of act.into) {
      const from = placed[link.from]
      if (!from) continue
      low = Math.max(low, from.end + link.minLag)
      high = Math.min(high, from.end + link.maxLag)
    }
    for (const link of act.out) {
      const to = placed[link.to]
      // A fact that began too early is told as a warning; it does not pull the past about.
      if (!to || problem.pins.get(link.to)?.fact) continue
      high = Math.min(high, to.start - link.minLag - act.minutes)
      if (link.maxLag !== never) low = Math.max(low, to.start - link.maxLag - act.minutes)
    }
    return { low, high }
  }
}
