import type { Board } from '#core/plan/board/board.ts'
import { type Component, componentsOf } from '#core/plan/problem/components.ts'
import { impossible, type Obstacle } from '#core/plan/problem/impossible.ts'
import type { Act, Problem } from '#core/plan/problem/problem.ts'
import { type Random, seededRandom } from '#core/units/random.ts'
import { type Construction, construct, horizonOf, type Recipe } from './construct.ts'
import { compareScores, type Score, scoreOf } from './objective.ts'

export interface Solution extends Construction {
  score: Score
  iterations: number
}

/** Longest path from the start of each activity to the end of everything that waits for it, in minutes. */
export function tails(problem: Problem): number[] {
  const tail = problem.acts.map((a) => a.minutes)
  for (const act of [...problem.topological].reverse()) {
    for (const link of problem.acts[act]!.out)
      tail[act] = Math.max(tail[act]!, problem.acts[act]!.minutes + link.minLag + tail[link.to]!)
  }
  return tail
}

/** People already on the job first (fewer hand-overs), then those with fewer skills (the skilled stay free for what only they can do). */
function usualPreference(problem: Problem, bonus: readonly number[] = []) {
  return (act: Act, person: number, board: Board): number => {
    const onJob = problem.jobs[act.job]!.acts.some((a) => board.placed[a]?.people.includes(person))
    return (onJob ? 4 : 0) - problem.people[person]!.skills.size + (bonus[person] ?? 0)
  }
}

interface Keys {
  /** Rank of each job, smaller first. */
  job: number[]
  /** Urgency of each component: slack to the due time, smaller first. */
  component: number[]
  /** Order inside components, by activity. */
  member: number[]
  /** How much the job's rank outweighs the component's own urgency. */
  jobMajor: boolean
}

function priorities(keys: Keys, components: readonly Component[]): number[] {
  const weight = keys.jobMajor ? 1e6 : 0
  return components.map((c) => weight * keys.job[c.job]! + keys.component[c.index]!)
}

function firstKeys(problem: Problem, components: readonly Component[]): Keys {
  const tail = tails(problem)
  const far = horizonOf(problem)
  const byJob = problem.jobs.map((job, index) => ({
    index,
    due: (job.due ?? far) - Math.max(0, ...job.acts.map((a) => tail[a]!)),
    weight: job.weight,
  }))
  byJob.sort((a, b) => a.due - b.due || b.weight - a.weight || a.index - b.index)
  const job: number[] = []
  byJob.forEach((entry, rank) => {
    job[entry.index] = rank
  })
  return {
    job,
    component: components.map((c) => (problem.jobs[c.job]!.due ?? far) - Math.max(...c.acts.map((a) => tail[a]!))),
    member: tail.map((t) => -t),
    jobMajor: problem.jobs.some((j) => j.holds.length > 0),
  }
}

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

function vary(keys: Keys, problem: Problem, random: Random, urgent: ReadonlySet<number>): Keys {
  const next = { job: [...keys.job], component: [...keys.component], member: keys.member, jobMajor: keys.jobMajor }
  if (random() < 0.15) next.jobMajor = !next.jobMajor
  if (next.job.length > 1 && random() < 0.5) {
    const [a, b] = [Math.floor(random() * next.job.length), Math.floor(random() * next.job.length)]
    ;[next.job[a], next.job[b]] = [next.job[b]!, next.job[a]!]
  }
  const spread = 5 + 60 * random()
  const share = random() < 0.3 ? 1 : Math.min(1, 4 / Math.max(1, problem.acts.length) + 0.1 * random())
  for (let i = 0; i < next.component.length; i++) if (random() < share) next.component[i]! += spread * (random() - 0.5)
  if (random() < (urgent.size > 0 ? 0.7 : 0.2)) next.member = keys.member.map((key) => key + 40 * (random() - 0.5))
  if (random() < 0.7) for (const i of urgent) if (random() < 0.6) next.component[i]! -= 120 * random()
  return next
}

const noneUrgent: ReadonlySet<number> = new Set()

/**
 * First plan by priority rules, then a seeded local search over priorities and people while `keepGoing` says so.
 * @param keepGoing asked before each further iteration with the number done; the first plan is always built
 * @param onBetter told each better plan as it is found
 */
export function solve(
  problem: Problem,
  seed: number,
  keepGoing: (iterations: number) => boolean,
  onBetter?: (solution: Solution) => void,
): Solution {
  const components = componentsOf(problem)
  const horizon = horizonOf(problem)
  const random = seededRandom(seed)
  const known = new Map<number, Obstacle>()
  for (const act of problem.acts) {
    const obstacle = problem.pins.has(act.index) ? undefined : impossible(act, problem)
    if (obstacle) known.set(act.index, obstacle)
  }
  const build = (recipe: Recipe): Solution => {
    const construction = construct(problem, components, recipe, known, horizon)
    return { ...construction, score: scoreOf(problem, construction), iterations: 0 }
  }
  let keys = firstKeys(problem, components)
  let best = build({
    priority: priorities(keys, components),
    member: keys.member,
    preference: usualPreference(problem),
  })
  onBetter?.(best)
  let iterations = 1
  // "No room" needs a search behind it, whatever the budget: greedy failure alone is no reason.
  const enough = Math.min(200, Math.ceil(20_000 / Math.max(1, problem.acts.length)))
  const unproven = () => best.failed.size > known.size && iterations < enough
  while (keepGoing(iterations) || unproven()) {
    const varied = vary(
      keys,
      problem,
      random,
      best.failed.size > known.size ? urgentAfter(components, best.failed, known) : noneUrgent,
    )
    const bonus = random() < 0.5 ? problem.people.map(() => 6 * random()) : []
    const candidate = build({
      priority: priorities(varied, components),
      member: varied.member,
      preference: usualPreference(problem, bonus),
    })
    iterations++
    const difference = compareScores(candidate.score, best.score)
    if (difference <= 0) {
      keys = varied
      best = candidate
      if (difference < 0) onBetter?.(best)
    }
  }
  return { ...best, iterations }
}
