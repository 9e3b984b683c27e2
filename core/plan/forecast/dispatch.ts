import type { Act } from '#core/plan/problem/problem.ts'
import { backFrom, type Course, thereFrom } from './course.ts'

/** Of what the plan has next for them people take what can be begun soonest; so many steps ahead they look. */
const ahead = 6
/** What is planned for later waits for its turn a while: of each minute before its time so much counts as waiting. */
const early = 0.5

/** What stays the same in all days of one course. */
export interface Crew {
  course: Course
  /** Everybody's activities in the plan's order, what has not happened. */
  lists: readonly number[][]
  /** What nobody does and begins by itself, and what has happened, in the plan's order. */
  alone: readonly number[]
  zones: readonly number[][]
  zoneCount: number
  people: readonly (readonly number[])[]
  notBefore: Float64Array
  follows: Uint8Array
  /** When the plan has it. */
  planned: Float64Array
}

export function crewOf(course: Course): Crew {
  const { problem, turns } = course
  const lists: number[][] = problem.people.map(() => [])
  const alone: number[] = []
  const people: (readonly number[])[] = problem.acts.map(() => [])
  const notBefore = new Float64Array(problem.acts.length)
  const follows = new Uint8Array(problem.acts.length)
  const planned = new Float64Array(problem.acts.length)
  const number = new Map<string, number>()
  const zoneOf = (job: number, zone: string) => {
    const name = `${job} ${zone}`
    if (!number.has(name)) number.set(name, number.size)
    return number.get(name)!
  }
  const zones = problem.acts.map((act) => act.zones.map((z) => zoneOf(act.job, z)))
  for (const { act, start, people: by, notBefore: given, fact } of turns) {
    follows[act.index] = 1
    planned[act.index] = start
    people[act.index] = by
    notBefore[act.index] = given
    if (fact || by.length === 0) alone.push(act.index)
    else for (const p of by) lists[p]!.push(act.index)
  }
  return { course, lists, alone, zones, zoneCount: number.size, people, notBefore, follows, planned }
}

/** The unit that is free soonest. */
function soonest(units: Float64Array): number {
  let best = 0
  for (let i = 1; i < units.length; i++) if (units[i]! < units[best]!) best = i
  return best
}

/**
 * One day as a crew works it: everybody takes of their own next steps the one that can be begun soonest, so that a step that takes long keeps
 * only those waiting who have nothing else.
 * @param minutesOf what an activity takes; of what is under way, from its start
 * @returns the latest end by job, NaN where nothing of it is followed
 */
export function dispatch(crew: Crew, minutesOf: (act: Act) => number): Float64Array {
  const { course, lists, alone, zones, people, notBefore, follows, planned } = crew
  const { problem, turns } = course
  const { acts, jobs, kit } = problem
  const end = new Float64Array(acts.length).fill(Number.NaN)
  const done = new Uint8Array(acts.length)
  const waits = Int16Array.from(acts, (a) => a.into.reduce((n, l) => n + follows[l.from]!, 0))
  const personFree = new Float64Array(problem.people.length)
  const personSite = new Int32Array(problem.people.length).fill(-1)
  const zoneFree = new Float64Array(crew.zoneCount)
  const units = kit.map((k) => new Float64Array(k.count))
  const hands = jobs.map((j) => (Number.isFinite(j.crewLimit) ? new Float64Array(j.crewLimit) : undefined))
  const heldBy = kit.map((k) => new Int32Array(k.count).fill(-1))
  const ends = new Float64Array(jobs.length).fill(Number.NaN)
  const from = lists.map(() => 0)
  const minutes = new Float64Array(acts.length)
  for (const { act } of turns) minutes[act.index] = minutesOf(act)

  const earliest = (a: number): number => {
    const act = acts[a]!
    const job = jobs[act.job]!
    let at = notBefore[a]!
    for (const link of act.into) {
      const ready = end[link.from]! + link.minLag
      if (ready > at) at = ready
    }
    for (const z of zones[a]!) if (zoneFree[z]! > at) at = zoneFree[z]!
    for (const k of act.equipment) {
      const list = units[k]!
      if (list.length > 0 && list[soonest(list)]! > at) at = list[soonest(list)]!
    }
    const own = hands[act.job]
    if (own && act.crew > 0) {
      // As many hands as it takes: the one of them that is free last.
      const sorted =
        act.crew === 1 ? own[soonest(own)]! : [...own].sort((x, y) => x - y)[Math.min(own.length, act.crew) - 1]!
      if (sorted > at) at = sorted
    }
    for (const k of job.holds) {
      if (heldBy[k]!.includes(act.job)) continue
      const list = units[k]!
      if (list.length > 0 && list[soonest(list)]! > at) at = list[soonest(list)]!
    }
    for (const p of people[a]!) {
      const site = personSite[p]!
      const free = personFree[p]! + (site < 0 ? 0 : problem.way(site, act.job))
      if (free > at) at = free
    }
    for (const p of people[a]!) at = thereFrom(problem.people[p]!.shifts, at, minutes[a]!)
    for (const k of act.equipment) at = backFrom(kit[k]!.out, at, minutes[a]!)
    return at
  }
  const ready: number[] = []
  const finish = (a: number, until: number) => {
    const act = acts[a]!
    done[a] = 1
    end[a] = until
    if (!(ends[act.job]! >= until)) ends[act.job] = until
    for (const z of zones[a]!) zoneFree[z] = Math.max(zoneFree[z]!, until)
    for (const k of act.equipment) {
      const list = units[k]!
      if (list.length > 0) list[soonest(list)] = until
    }
    const own = hands[act.job]
    if (own && act.crew > 0) for (let n = 0; n < Math.min(own.length, act.crew); n++) own[soonest(own)] = until
    for (const k of jobs[act.job]!.holds) {
      const list = units[k]!
      if (list.length === 0) continue
      const mine = heldBy[k]!.indexOf(act.job)
      const unit = mine >= 0 ? mine : soonest(list)
      heldBy[k]![unit] = act.job
      list[unit] = Math.max(mine >= 0 ? list[unit]! : 0, until)
    }
    for (const p of people[a]!) {
      personFree[p] = Math.max(personFree[p]!, until)
      personSite[p] = act.job
    }
    for (const { to } of act.out)
      if (follows[to]! && --waits[to]! === 0 && people[to]!.length === 0 && !done[to]) ready.push(to)
  }
  const passes = () => {
    for (let a = ready.pop(); a !== undefined; a = ready.pop()) if (!done[a]) finish(a, earliest(a) + minutes[a]!)
  }
  for (const { act, fact } of turns)
    if (fact) finish(act.index, fact.over ? fact.end : Math.max(problem.now, fact.start + minutes[act.index]!))
  for (const a of alone) if (!done[a] && waits[a] === 0) ready.push(a)
  passes()
  for (;;) {
    let best = -1
    let soon = 0
    let least = Number.POSITIVE_INFINITY
    for (let p = 0; p < lists.length; p++) {
      const list = lists[p]!
      while (from[p]! < list.length && done[list[from[p]!]!]) from[p]!++
      let seen = 0
      for (let i = from[p]!; i < list.length && seen < ahead; i++) {
        const a = list[i]!
        if (done[a]) continue
        seen++
        if (waits[a]! > 0 || personFree[p]! >= least) continue
        const at = earliest(a)
        const cost = at + early * Math.max(0, planned[a]! - at)
        if (cost < least) {
          best = a
          least = cost
          soon = at
        }
      }
    }
    if (best < 0) break
    finish(best, soon + minutes[best]!)
    passes()
  }
  return ends
}
