import type { Problem } from '#core/plan/problem/problem.ts'
import type { Construction } from './construct.ts'

/** Lexicographic objective: unscheduled (weighted by job), weighted tardiness, makespan, hand-overs. */
export type Score = [unscheduled: number, tardiness: number, makespan: number, handovers: number]

export function scoreOf(problem: Problem, { board, failed }: Construction): Score {
  let unscheduled = 0
  for (const act of failed.keys()) unscheduled += problem.jobs[problem.acts[act]!.job]!.weight
  let tardiness = 0
  let makespan = 0
  let handovers = 0
  for (const job of problem.jobs) {
    let finish = 0
    const people = new Set<number>()
    for (const act of job.acts) {
      const at = board.placed[act]
      if (!at) continue
      if (at.end > finish) finish = at.end
      for (const person of at.people) people.add(person)
    }
    if (job.due !== undefined) tardiness += job.weight * Math.max(0, finish - job.due)
    if (finish > makespan) makespan = finish
    handovers += Math.max(0, people.size - 1)
  }
  return [unscheduled, tardiness, makespan, handovers]
}

export function compareScores(a: Score, b: Score): number {
  for (let i = 0; i < 4; i++) if (a[i] !== b[i]) return a[i]! - b[i]!
  return 0
}
