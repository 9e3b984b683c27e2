import { type Act, homeOf, type Problem } from '#core/plan/problem/problem.ts'
import { Lane } from './lane.ts'
import { Places } from './places.ts'
import { Profile } from './profile.ts'

export interface Placed {
  start: number
  end: number
  people: number[]
}

interface Hull {
  start: number
  end: number
}

const never = Number.POSITIVE_INFINITY

/** How much somebody is wanted for an activity; the most wanted of those who are free does it, of equals the first. */
export type Preference = (act: Act, person: number, board: Board, start: number) => number

/** People by job to whom all of it is left; undefined: to anybody able. */
export type Teams = readonly (ReadonlySet<number> | undefined)[]

/**
 * The growing plan: who and what is taken when. `earliest` answers where an activity fits next to everything placed so far;
 * `place` and `remove` change it. Every rule of the contract that concerns resources is here and nowhere else in the construction.
 */
export class Board {
  /** Never changed once they stand: plans that are alike share them. */
  readonly placed: (Readonly<Placed> | undefined)[]
  private readonly lanes: Lane[]
  private readonly cars: Places[]
  private readonly units: Profile[]
  private readonly crews: Profile[]
  /** From the first start to the last end of what is placed of each job. */
  private readonly hulls: (Hull | undefined)[]
  /** Activities of each job that each person is on. */
  private readonly onJob: Int32Array[]
  private readonly problem: Problem
  private readonly preference: Preference
  private readonly teams: Teams | undefined
  private readonly waitsFor: ArrayLike<number> | undefined

  /**
   * @param teams who alone may do anything of a job; what is pinned stands
   * @param waitsFor by activity who must be among those who do it, where the job is left to them; −1 nobody; read whenever something is asked
   * @param from a board to go on from as it stands, of the same problem
   */
  constructor(problem: Problem, preference: Preference, teams?: Teams, waitsFor?: ArrayLike<number>, from?: Board) {
    this.problem = problem
    this.preference = preference
    this.teams = teams
    this.waitsFor = waitsFor
    if (from) {
      this.placed = from.placed.slice()
      this.lanes = from.lanes.map((lane) => lane.copy())
      this.units = from.units.map((unit) => unit.copy())
      this.cars = from.cars.map((car) => car.copy())
      this.crews = from.crews.map((crew) => crew.copy())
      this.hulls = from.hulls.slice()
      this.onJob = from.onJob.map((acts) => acts.slice())
      return
    }
    this.placed = new Array(problem.acts.length).fill(undefined)
    this.lanes = problem.people.map((person, p) => {
      const lane = new Lane()
      const first = person.shifts[0]
      // A person with a site of their own stands there when the first shift begins.
      if (person.site !== undefined && first) lane.add(first[0], first[0], homeOf(problem.jobs, p))
      return lane
    })
    this.units = problem.kit.map((kit) => {
      const profile = new Profile()
      for (const [start, end] of kit.out) profile.add(start, end, kit.count)
      return profile
    })
    this.cars = problem.jobs.map(() => new Places())
    this.crews = problem.jobs.map(() => new Profile())
    this.hulls = problem.jobs.map(() => undefined)
    this.onJob = problem.jobs.map(() => new Int32Array(problem.people.length))
    for (const pin of problem.pins.values()) this.place(problem.acts[pin.act]!, pin)
  }

  /** Whether a person has something of a job already. */
  knows(job: number, person: number): boolean {
    return this.onJob[job]![person]! > 0
  }

  /** Ways that a job's activity at some time would cost a person. */
  ways(job: number, person: number, start: number): number {
    const { widestWay, way } = this.problem
    return widestWay === 0 ? 0 : this.lanes[person]!.ways(start, job, way)
  }

  /** How much of what a person does just before and after a time is on the same car: 0 to 2. */
  stays(job: number, person: number, start: number): number {
    return this.lanes[person]!.beside(start, job)
  }

  /** When the last of a job ends that is placed; 0 where nothing is. */
  endOf(job: number): number {
    return this.hulls[job]?.end ?? 0
  }

  /** How often anybody goes from one car to another. */
  timesOver(): number {
    const { length } = this.problem.jobs
    return this.lanes.reduce((sum, lane) => sum + lane.timesOver(length), 0)
  }

  /** How many people have something of a job. */
  peopleOn(job: number): number {
    let people = 0
    for (const acts of this.onJob[job]!) if (acts > 0) people++
    return people
  }

  place(act: Act, at: Placed) {
    this.placed[act.index] = at
    this.take(act, at, 1)
    const { hulls } = this
    const hull = hulls[act.job]
    if (!hull || at.start < hull.start || at.end > hull.end)
      this.stretch(act.job, {
        start: Math.min(at.start, hull?.start ?? never),
        end: Math.max(at.end, hull?.end ?? 0),
      })
  }

  remove(act: Act) {
    const at = this.placed[act.index]!
    this.take(act, at, -1)
    this.placed[act.index] = undefined
    const hull = this.hulls[act.job]!
    if (at.start === hull.start || at.end === hull.end) this.stretch(act.job, this.hullOf(act.job))
  }

  /** [first start, last end) of what is placed of a job, looked up. */
  private hullOf(job: number): Hull | undefined {
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

  /** A job lasts otherwise now: what it holds, it holds otherwise. */
  private stretch(job: number, hull: Hull | undefined) {
    const before = this.hulls[job]
    this.hulls[job] = hull
    for (const kit of this.problem.jobs[job]!.holds) {
      if (before) this.units[kit]!.add(before.start, before.end, -1)
      if (hull) this.units[kit]!.add(hull.start, hull.end, 1)
    }
  }

  private take(act: Act, { start, end, people }: Placed, sign: 1 | -1) {
    for (const person of people) {
      if (sign > 0) this.lanes[person]!.add(start, end, act.job)
      else this.lanes[person]!.remove(start, end)
      this.onJob[act.job]![person]! += sign
    }
    if (act.mask) this.cars[act.job]![sign > 0 ? 'add' : 'remove'](start, end, act.mask)
    for (const kit of act.equipment) this.units[kit]!.add(start, end, sign)
    if (people.length > 0) this.crews[act.job]!.add(start, end, sign * people.length)
  }

  /** Smallest t ≥ from at which the person could do the activity. */
  private personFree(person: number, act: Act, from: number): number {
    const { people, way, widestWay } = this.problem
    const { shifts } = people[person]!
    // By index: this is asked more often than anything else.
    for (let i = 0; i < shifts.length; i++) {
      const open = shifts[i]![0]
      const close = shifts[i]![1]
      if (close < from + act.minutes) continue
      const t = this.lanes[person]!.next(Math.max(from, open), close, act.minutes, act.job, way, widestWay)
      if (t !== never) return t
    }
    return never
  }

  /** Asks for units of a kind as if the job did not hold one of them itself. */
  private beside(kit: number, job: number, ask: (usage: Profile) => number): number {
    const usage = this.units[kit]!
    const hull = this.problem.jobs[job]!.holds.includes(kit) ? this.hulls[job] : undefined
    if (!hull) return ask(usage)
    usage.add(hull.start, hull.end, -1)
    const answer = ask(usage)
    usage.add(hull.start, hull.end, 1)
    return answer
  }

  private kitFree(kit: number, act: Act, from: number): number {
    const { count, site } = this.problem.kit[kit]!
    if (site !== undefined && site !== this.problem.jobs[act.job]!.site) return never
    const own = this.problem.jobs[act.job]!.holds.includes(kit) ? 1 : 0
    return this.beside(kit, act.job, (usage) => usage.next(from, act.minutes, 1, count - own))
  }

  /** What the job holds must be free from its first start to its last end; later does not help once something of it is placed. */
  private holdFree(kit: number, act: Act, from: number): number {
    const { count, site } = this.problem.kit[kit]!
    const { span, site: place } = this.problem.jobs[act.job]!
    if (site !== undefined && site !== place) return never
    const hull = this.hulls[act.job]
    // Nearly always: it is there already, and lasts no longer for this.
    if (hull && from >= hull.start && from + act.minutes <= hull.end) return from
    return this.beside(kit, act.job, (usage) => {
      // Nothing of it is placed yet: no room for all of it is no room for its beginning.
      if (!hull) return usage.next(from, Math.max(act.minutes, span), 1, count)
      // Before its first start the stretch up to there has to be free as well; from there on only the whole counts.
      const t = from < hull.start ? Math.min(hull.start, usage.nextUntil(from, hull.start, 1, count)) : from
      const end = Math.max(hull.end, t + act.minutes)
      return usage.peak(Math.min(t, hull.start), end) + 1 > count ? never : t
    })
  }

  /** Smallest feasible start ≥ from, with the people for it; undefined when there is none up to `latest`. */
  earliest(act: Act, from: number, latest: number): Placed | undefined {
    let t = from
    const { holds, crewLimit } = this.problem.jobs[act.job]!
    while (t <= latest) {
      let next = t
      if (act.mask) next = this.cars[act.job]!.next(next, act.minutes, act.mask)
      for (const kit of act.equipment) if (next !== never) next = this.kitFree(kit, act, next)
      for (const kit of holds) if (next !== never) next = this.holdFree(kit, act, next)
      if (act.crew > 0 && crewLimit !== never && next !== never)
        next = this.crews[act.job]!.next(next, act.minutes, act.crew, crewLimit)
      if (next === t) {
        if (act.crew === 0) return { start: t, end: t + act.minutes, people: [] }
        next = act.crew === 1 ? this.oneFree(act, t) : this.teamFree(act, t)
        if (next === t) return { start: t, end: t + act.minutes, people: this.chosen }
      }
      if (next === never) return undefined
      t = next
    }
    return undefined
  }

  /** Whoever `oneFree` or `teamFree` found free at once. */
  private chosen: number[] = []

  private oneFree(act: Act, t: number): number {
    let soonest = never
    let best = Number.NEGATIVE_INFINITY
    const team = this.teams?.[act.job]
    const one = this.waitsFor?.[act.index] ?? -1
    if (one >= 0 && team?.has(one) !== false) {
      this.chosen = [one]
      return this.personFree(one, act, t)
    }
    for (const person of act.able) {
      if (team?.has(person) === false) continue
      const at = this.personFree(person, act, t)
      if (at < soonest) soonest = at
      if (at !== t) continue
      const wanted = this.preference(act, person, this, t)
      if (wanted > best) {
        best = wanted
        this.chosen = [person]
      }
    }
    return soonest
  }

  private teamFree(act: Act, t: number): number {
    const team = this.teams?.[act.job]
    const able = team ? act.able.filter((person) => team.has(person)) : act.able
    const one = this.waitsFor?.[act.index] ?? -1
    const free = able
      .map((person) => ({ person, at: this.personFree(person, act, t) }))
      .sort((a, b) => Number(b.person === one) - Number(a.person === one) || a.at - b.at)
    const last = Math.max(free[act.crew - 1]?.at ?? never, free[0]?.at ?? never)
    if (last === t)
      this.chosen = free
        .filter((f) => f.at === t)
        .map((f) => ({ person: f.person, wanted: this.preference(act, f.person, this, t) }))
        .sort(
          (a, b) => Number(b.person === one) - Number(a.person === one) || b.wanted - a.wanted || a.person - b.person,
        )
        .slice(0, act.crew)
        .map((f) => f.person)
        .sort((a, b) => a - b)
    return last
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
