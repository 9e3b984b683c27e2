import { type Act, compile, type Problem } from '#core/plan/problem/problem.ts'
import type { Assignment, PlanRequest } from '#core/plan/schema.ts'
import { normals, seededRandom } from '#core/units/random.ts'
import { carSpread, stepSpread } from '#core/units/spread.ts'
import { type Course, courseOf, endOf, type Run, run } from './course.ts'
import { crewOf, dispatch } from './dispatch.ts'
import type { Forecast, JobForecast, LateBecause } from './schema.ts'

/** What dries or soaks has a spread of its own, on the log scale, and none of the car's. */
const passiveSpread = 0.12
const sampledDays = 500
/** Steps of chance that are kept: the 0th, 5th … 100th percentile. */
const kept = 20
/** The share of days in which a promise is to be kept. */
const wanted = 0.8

/**
 * One sampled day's durations. A step's median is what it is planned for, less what rounding up to whole minutes adds on average; its
 * mean is that as well, so that the median of a long row of steps is the sum of their medians.
 */
function sampler(problem: Problem, seed: number): () => (act: Act) => number {
  const normal = normals(seededRandom(seed))
  return () => {
    const cars = problem.jobs.map(() => Math.exp(carSpread.usual * normal()))
    return (act) => {
      if (act.crew === 0) return act.minutes * Math.exp(passiveSpread * normal())
      const median = Math.max(0.5, act.minutes - 0.5)
      return median * cars[act.job]! * Math.exp(stepSpread * normal() - stepSpread ** 2 / 2)
    }
  }
}

const percentile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!

/**
 * Goes back from a late car's last step to what everything waits for: what is under way too long, somebody or something that is elsewhere, or
 * what passes by itself for longer than the car is late, and than the hands are still needed.
 */
function becauseOf(course: Course, { start, end, because }: Run, job: number, late: number): LateBecause {
  const { problem } = course
  const own = problem.jobs[job]!.acts.filter((a) => !Number.isNaN(end[a]!))
  let act = own.reduce((last, a) => (end[a]! > end[last]! ? a : last), own[0]!)
  /** What is still to be done of it. */
  const attended = own
    .filter((a) => problem.acts[a]!.crew > 0 && end[a]! > problem.now)
    .reduce((sum, a) => sum + Math.min(problem.acts[a]!.minutes, Math.round(end[a]! - problem.now)), 0)
  let passes: LateBecause | undefined
  for (let steps = 0; steps < problem.acts.length; steps++) {
    const pin = problem.pins.get(act)
    const { id, minutes, crew } = problem.acts[act]!
    const over = Math.round(end[act]! - start[act]! - minutes)
    if (pin?.fact && over > 0) return { kind: 'overrun', activity: id, minutes: over }
    const lasts = end[act]! - Math.max(start[act]!, problem.now)
    if (crew === 0 && lasts >= late && lasts > attended)
      passes ??= { kind: 'passes', activity: id, until: Math.round(end[act]!) }
    const why = because[act]
    if (!why || why.kind === 'given') break
    if (why.kind === 'shift') return { kind: 'shift', from: start[act]! }
    const before = problem.acts[why.after]!
    if (before.job !== job) {
      const until = Math.round(end[why.after]!)
      const other = problem.jobs[before.job]!.id
      if (why.kind === 'machine') return { kind: 'machine', machine: problem.kit[why.machine]!.id, job: other, until }
      const turn = course.turns.find((t) => t.act.index === act)
      const shared = turn?.people.find((p) => course.turns.find((t) => t.act === before)?.people.includes(p))
      if (shared !== undefined) return { kind: 'person', person: problem.people[shared]!.id, job: other, until }
    }
    act = why.after
  }
  return passes ?? { kind: 'work', minutes: attended }
}

/** Sampled ends by job, each sorted. */
function sampled(course: Course, days: number, seed: number): number[][] {
  const { problem } = course
  const day = sampler(problem, seed)
  const crew = crewOf(course)
  const ends: number[][] = problem.jobs.map(() => [])
  for (let i = 0; i < days; i++) {
    dispatch(crew, day()).forEach((end, j) => {
      if (!Number.isNaN(end)) ends[j]!.push(end)
    })
  }
  for (const list of ends) list.sort((a, b) => a - b)
  return ends
}

/**
 * How a planned day will come, as things stand: what is over or under way counts as it is, everything else follows in the plan's order.
 * @param request the day as it stands now: facts in `fixed`, minutes from one origin
 * @param assignments the plan people follow
 * @param days sampled days; 0 leaves the odds out
 * @throws BadInput for requests that contradict themselves
 */
export function forecast(
  request: PlanRequest,
  assignments: readonly Assignment[],
  { days = sampledDays, seed = 1 }: { days?: number; seed?: number } = {},
): Forecast {
  const problem = compile(request)
  const course = courseOf(problem, assignments)
  // Nobody is told to begin before the plan says so only because something else was quick.
  const index = new Map(problem.acts.map((a) => [a.id, a.index]))
  const planned = new Map(
    assignments.flatMap(({ activity, start }) => {
      const act = index.get(activity)
      return act === undefined ? [] : [[act, start] as const]
    }),
  )
  const usual = run(course, (act) => act.minutes, planned)
  const ends = days > 0 ? sampled(course, days, seed) : problem.jobs.map(() => [])
  const jobs = problem.jobs.flatMap((job, j): JobForecast[] => {
    const ready = endOf(problem, usual, j)
    if (Number.isNaN(ready)) return []
    const list = ends[j]!
    const by = job.due === undefined ? 0 : Math.round(ready - job.due)
    return [
      {
        job: job.id,
        ready: Math.round(ready),
        odds:
          list.length === 0 ? [] : Array.from({ length: kept + 1 }, (_, i) => Math.round(percentile(list, i / kept))),
        likely: Math.round(list.length === 0 ? ready : percentile(list, wanted)),
        ...(job.due === undefined || list.length === 0
          ? {}
          : { inTime: list.filter((end) => end <= job.due!).length / list.length }),
        ...(by > 0 ? { late: { by, because: becauseOf(course, usual, j, by) } } : {}),
      },
    ]
  })
  return {
    assignments: course.turns.map(({ act, people }) => ({
      activity: act.id,
      start: Math.round(usual.start[act.index]!),
      end: Math.round(usual.end[act.index]!),
      technicians: people.map((p) => problem.people[p]!.id),
    })),
    jobs,
  }
}
