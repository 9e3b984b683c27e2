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
  for (let j = 0; j < problem.jobs.length; j++) {
    const job = problem.jobs[j]!
    let finish = 0
    for (const act of job.acts) {
      const at = board.placed[act]
      if (at && at.end > finish) finish = at.end
    }
    if (job.due !== undefined) tardiness += job.weight * Math.max(0, finish - job.due)
    if (finish > makespan) makespan = finish
    handovers += Math.max(0, board.peopleOn(j) - 1)
  }
  return [unscheduled, tardiness, makespan, handovers]
}

export function compareScores(a: Score, b: Score): number {
  for (let i = 0; i < 4; i++) if (a[i] !== b[i]) return a[i]! - b[i]!
  return 0
}

/** Minutes in which anybody works: of two plans that are as good, the one whose people are done sooner. */
export function minutesAtWork(problem: Problem, { board }: Construction): number {
  const at = problem.acts.flatMap((act) => (act.crew > 0 ? (board.placed[act.index] ?? []) : []))
  at.sort((a, b) => a.start - b.start)
  let minutes = 0
  let until = 0
  for (const { start, end } of at) {
    if (end > until) minutes += end - Math.max(start, until)
    until = Math.max(until, end)
  }
  return minutes
}
