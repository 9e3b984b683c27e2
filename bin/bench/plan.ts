import { forecast } from '#core/plan/forecast/forecast.ts'
import { plan as planned } from '#core/plan/plan.ts'
import { compile } from '#core/plan/problem/problem.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { boundsOf } from '#core/plan/search/bounds.ts'
import { compareScores } from '#core/plan/search/objective.ts'
import { solve } from '#core/plan/search/solve.ts'
import { goingOverOf } from '#core/shop/about.ts'
import { mean } from './mean.ts'
import { percentile, rounded } from './place.ts'
import { busyDay, hugeDay, pressedDay, smallDay } from './plan-days.ts'

/** Seconds that count, and those of the same search that it is held against. */
const short = 2
const long = 15

/** Our search for so many seconds, and when its first plan stood. */
export function run(request: PlanRequest, seconds: number, seed: number) {
  const problem = compile(request)
  const begun = performance.now()
  let firstMs = 0
  let first: readonly number[] = []
  const solution = solve(
    problem,
    seed,
    () => performance.now() - begun < seconds * 1000,
    ({ score }) => {
      if (firstMs > 0) return
      firstMs = rounded(performance.now() - begun)
      first = score
    },
  )
  return { firstMs, first, solution, problem }
}

/** How often somebody begins at a car, and how many minutes they are there by the middle. */
function staysIn({ problem, solution: { board } }: ReturnType<typeof run>) {
  const done = problem.acts.flatMap((act) => {
    const at = act.crew > 0 ? board.placed[act.index] : undefined
    return at ? [{ ...at, job: act.job }] : []
  })
  done.sort((a, b) => a.start - b.start)
  const last = new Map<number, { job: number; start: number; end: number }>()
  const stays: { start: number; end: number }[] = []
  for (const { people, job, start, end } of done)
    for (const person of people) {
      const before = last.get(person)
      if (before?.job === job) {
        before.end = end
        continue
      }
      const stay = { job, start, end }
      last.set(person, stay)
      stays.push(stay)
    }
  return {
    stays: stays.length,
    minutes: percentile(
      stays.map((s) => s.end - s.start),
      0.5,
    ),
  }
}

/** One day: its first plan, the plan at two seconds, and the best of any of our own runs. */
function day(request: PlanRequest) {
  const quick = run(request, short, 1)
  const more = [run(request, long, 2)]
  const best = [quick, ...more].map((r) => r.solution.score).sort(compareScores)[0]!
  const bounds = boundsOf(quick.problem, quick.solution)
  return {
    activities: request.activities.length,
    firstMs: quick.firstMs,
    first: quick.first.join(' / '),
    atTwoSeconds: quick.solution.score.join(' / '),
    bestKnown: best.join(' / '),
    iterations: quick.solution.iterations,
    ...staysIn(quick),
    bounds: `${bounds.weightedTardiness} / ${bounds.makespan}`,
  }
}

/** A real day as it comes: the plan pushed by what happened, its odds, and how often a promise at eight in ten is kept on days sampled apart. */
function comes(goingOver: number) {
  const request = { ...busyDay(1), goingOver, iterations: 20 }
  const { assignments } = planned(request)
  const likely = new Map(forecast(request, assignments).jobs.map((j) => [j.job, j.likely]))
  const promised = { ...request, jobs: request.jobs.map((j) => ({ ...j, due: likely.get(j.id) ?? 0 })) }
  const kept = forecast(promised, assignments, { days: 1000, seed: 99 }).jobs.map((j) => j.inTime!)
  return {
    forecastMs: mean(10, () => forecast(request, assignments, { days: 0 })),
    oddsMs: mean(2, () => forecast(request, assignments)),
    promisesKept: rounded(kept.reduce((sum, k) => sum + k, 0) / kept.length, 3),
  }
}

/** The crew plan against itself, without minutes for going over and with those a shop plans by: scores are unplanned / weighted minutes late / end of the day / hand-overs / minutes of going over, by seed. */
export async function plan() {
  const goingOver = goingOverOf(null)
  const { firstMs } = run(hugeDay(1), 0, 1)
  return {
    busy: [1, 2, 3].map((seed) => day(busyDay(seed))),
    busyGoingOver: [1, 2, 3].map((seed) => day({ ...busyDay(seed), goingOver })),
    pressed: [1, 2, 3].map((seed) => day(pressedDay(seed))),
    pressedGoingOver: [1, 2, 3].map((seed) => day({ ...pressedDay(seed), goingOver })),
    small: [1, 2, 3].map((seed) => day(smallDay(seed))),
    smallGoingOver: [1, 2, 3].map((seed) => day({ ...smallDay(seed), goingOver })),
    hugeActivities: hugeDay(1).activities.length,
    hugeFirstMs: firstMs,
    hugeGoingOverFirstMs: run({ ...hugeDay(1), goingOver }, 0, 1).firstMs,
    ...comes(goingOver),
  }
}
