import type { Act, Problem } from '#core/plan/problem/problem.ts'
import type { Assignment } from '#core/plan/schema.ts'

/** What an activity had to wait for. */
export type Because =
  | { kind: 'person' | 'place' | 'hands'; after: number }
  | { kind: 'link'; after: number }
  | { kind: 'machine'; after: number; machine: number }
  | { kind: 'shift' }
  | { kind: 'given' }

/** Something one activity after the other has: a person, a unit of a machine, a place of a car, one of the hands a car takes. */
interface Lane {
  kind: 'person' | 'machine' | 'place' | 'hands'
  index: number
}

/** An activity of a plan that people follow: in the plan's order, with the people and the units of machines that the plan gives it. */
interface Turn {
  act: Act
  /** When the plan has it. */
  start: number
  people: readonly number[]
  lanes: readonly number[]
  /** It happened, or somebody put it there: no earlier than this. */
  notBefore: number
  fact: { start: number; end: number; over: boolean } | undefined
}

/** A day as the plan has it, whatever its activities really take. */
export interface Course {
  problem: Problem
  turns: readonly Turn[]
  lanes: readonly Lane[]
}

/** Minutes that somebody stays on after the end of a shift to finish what they have begun, before they leave it for the next one. */
const staysOn = 10

/** When somebody is there to begin what takes so long, from a time on; after the last shift they stay on. */
export function thereFrom(shifts: readonly (readonly [number, number])[], at: number, minutes: number): number {
  const i = shifts.findIndex(([, to]) => to > at)
  if (i < 0) return at
  const [from, to] = shifts[i]!
  const next = shifts[i + 1]
  return next !== undefined && at > from && at + minutes > to + staysOn ? next[0] : Math.max(at, from)
}

/** When a machine that is out for a while can be worked with for so long, from a time on. */
export const backFrom = (out: readonly (readonly [number, number])[], at: number, minutes: number): number =>
  out.reduce((time, [from, to]) => (time < to && from < time + minutes ? to : time), at)

/**
 * What a plan leaves as it is when its times come otherwise: who does what in which order, and with which unit.
 * @param assignments the plan; what it does not name and has not begun is not followed
 */
export function courseOf(problem: Problem, assignments: readonly Assignment[]): Course {
  const byId = new Map(problem.acts.map((a) => [a.id, a]))
  const personOf = new Map(problem.people.map((p, i) => [p.id, i]))
  const facts = [...problem.pins.values()].filter((p) => p.fact)
  const begun = new Set(facts.map((p) => p.act))
  const planned = assignments.flatMap(({ activity, start, end, technicians }) => {
    const act = byId.get(activity)
    if (!act || begun.has(act.index)) return []
    return [{ act, start, end, people: technicians.flatMap((t) => personOf.get(t) ?? []) }]
  })
  const all = [
    ...facts.map(({ act, start, end, people }) => ({ act: problem.acts[act]!, start, end, people })),
    ...planned,
  ]
  // Whatever links say comes first also where a plan that was changed by hand has it the other way round.
  const depth = new Map(problem.topological.map((act, i) => [act, i]))
  const turn = new Map(all.map(({ act, start }) => [act.index, start]))
  for (const index of problem.topological) {
    const own = turn.get(index)
    if (own !== undefined)
      turn.set(
        index,
        Math.max(
          own,
          ...problem.acts[index]!.into.map(({ from, minLag }) =>
            turn.has(from) && !begun.has(from) ? turn.get(from)! + problem.acts[from]!.minutes + minLag : 0,
          ),
        ),
      )
  }
  all.sort(
    (a, b) =>
      Number(begun.has(b.act.index)) - Number(begun.has(a.act.index)) ||
      turn.get(a.act.index)! - turn.get(b.act.index)! ||
      depth.get(a.act.index)! - depth.get(b.act.index)!,
  )
  const lanes: Lane[] = []
  const laneOf = new Map<string, number>()
  const lane = (kind: Lane['kind'], index: number, name: string) => {
    const known = laneOf.get(name)
    if (known !== undefined) return known
    laneOf.set(name, lanes.push({ kind, index }) - 1)
    return lanes.length - 1
  }
  /** Units of one kind by when each is free in the plan. */
  const units = new Map<string, number[]>()
  /** The units that are free in the plan at a start; where a hand has put more there than there are, the ones that are free soonest. */
  const take = (
    kind: Lane['kind'],
    index: number,
    name: string,
    count: number,
    wanted: number,
    start: number,
    end: number,
  ) => {
    const free = units.get(name) ?? Array.from({ length: count }, () => 0)
    units.set(name, free)
    const order = free
      .map((_, i) => i)
      .sort((a, b) => Number(free[a]! > start) - Number(free[b]! > start) || free[b]! - free[a]!)
    return order.slice(0, wanted).map((unit) => {
      free[unit] = Math.max(free[unit]!, end)
      return lane(kind, index, `${name} ${unit}`)
    })
  }
  const turns = all.map(({ act, start, end, people }): Turn => {
    const job = problem.jobs[act.job]!
    const pin = problem.pins.get(act.index)
    return {
      act,
      start,
      people,
      lanes: [
        ...people.map((p) => lane('person', p, `person ${p}`)),
        ...act.equipment.flatMap((k) => take('machine', k, `kit ${k}`, problem.kit[k]!.count, 1, start, end)),
        ...act.zones.map((zone) => lane('place', act.job, `zone ${act.job} ${zone}`)),
        ...(Number.isFinite(job.crewLimit) && act.crew > 0
          ? take('hands', act.job, `crew ${act.job}`, job.crewLimit, act.crew, start, end)
          : []),
      ],
      notBefore: Math.max(problem.now, job.release, pin && !pin.fact ? pin.start : 0),
      fact: pin?.fact ? { start: pin.start, end: pin.end, over: pin.end < problem.now } : undefined,
    }
  })
  return { problem, turns, lanes }
}

export interface Run {
  start: Float64Array
  end: Float64Array
  because: (Because | undefined)[]
}

/**
 * Runs a day down its plan: everything begins as soon as all it waits for is over, in the plan's order.
 * @param minutesOf what an activity takes; of what is under way, from its start
 * @param notBefore by activity: also not before this, where it is given
 * @returns start and end by activity index, NaN where it is not followed
 */
export function run(
  { problem, turns, lanes }: Course,
  minutesOf: (act: Act) => number,
  notBefore?: ReadonlyMap<number, number>,
): Run {
  const free = new Float64Array(lanes.length)
  const last = new Int32Array(lanes.length).fill(-1)
  const site = new Int32Array(lanes.length).fill(-1)
  const start = new Float64Array(problem.acts.length).fill(Number.NaN)
  const end = new Float64Array(problem.acts.length).fill(Number.NaN)
  const because: Run['because'] = new Array(problem.acts.length)
  /** Units that whole jobs hold, by kind: when each is free, and whose it is. */
  const held = problem.kit.map((kit) => Array.from({ length: kit.count }, () => ({ job: -1, until: 0 })))
  for (const { act, people, lanes: taken, notBefore: given, fact } of turns) {
    const job = problem.jobs[act.job]!
    const minutes = minutesOf(act)
    let at = Math.max(given, notBefore?.get(act.index) ?? 0)
    let why: Because = { kind: 'given' }
    // What begins just when something else ends waits for that, also where the plan has it there.
    const later = (time: number) => time > at || (time === at && why.kind === 'given')
    if (fact) {
      at = fact.start
      end[act.index] = fact.over ? fact.end : Math.max(problem.now, fact.start + minutes)
    } else {
      for (const link of act.into) {
        const earliest = end[link.from]! + link.minLag
        if (later(earliest)) {
          at = earliest
          why = { kind: 'link', after: link.from }
        }
      }
      for (const l of taken) {
        const before = last[l]!
        if (before < 0) continue
        const lane = lanes[l]!
        const way = lane.kind === 'person' ? problem.way(site[l]!, act.job) : 0
        if (later(free[l]! + way)) {
          at = free[l]! + way
          why =
            lane.kind === 'machine'
              ? { kind: 'machine', after: before, machine: lane.index }
              : { kind: lane.kind, after: before }
        }
      }
      for (const k of job.holds) {
        const unit = unitFor(held[k]!, act.job)
        if (unit && unit.job !== act.job && unit.job >= 0 && later(unit.until)) {
          at = unit.until
          why = { kind: 'machine', after: lastOf(problem, end, unit.job), machine: k }
        }
      }
      for (const p of people) {
        const { shifts } = problem.people[p]!
        const there = thereFrom(shifts, at, minutes)
        const begins = there === at && shifts.some(([from]) => from === at)
        if (there > at || (begins && why.kind === 'given' && at > given)) {
          at = there
          why = { kind: 'shift' }
        }
      }
      for (const k of act.equipment) {
        const back = backFrom(problem.kit[k]!.out, at, minutes)
        if (back > at) {
          at = back
          why = { kind: 'given' }
        }
      }
      end[act.index] = at + minutes
    }
    start[act.index] = at
    because[act.index] = why
    for (const l of taken) {
      free[l] = Math.max(free[l]!, end[act.index]!)
      last[l] = act.index
      site[l] = act.job
    }
    for (const k of job.holds) {
      const unit = unitFor(held[k]!, act.job)
      if (!unit) continue
      unit.until = unit.job === act.job ? Math.max(unit.until, end[act.index]!) : end[act.index]!
      unit.job = act.job
    }
  }
  return { start, end, because }
}

/** The unit that a job holds, or the one it would be given: what is free soonest. */
const unitFor = <U extends { job: number; until: number }>(units: readonly U[], job: number): U | undefined =>
  units.find((u) => u.job === job) ?? [...units].sort((a, b) => a.until - b.until)[0]

const lastOf = (problem: Problem, end: Float64Array, job: number): number =>
  problem.jobs[job]!.acts.reduce(
    (last, a) => (end[a]! > (end[last] ?? -1) || Number.isNaN(end[last]!) ? a : last),
    problem.jobs[job]!.acts[0]!,
  )

/** When a job's last activity ends; NaN where none of it is followed. */
export const endOf = (problem: Problem, { end }: Run, job: number): number =>
  problem.jobs[job]!.acts.reduce(
    (latest, a) => (Number.isNaN(end[a]!) ? latest : Math.max(Number.isNaN(latest) ? 0 : latest, end[a]!)),
    Number.NaN,
  )
