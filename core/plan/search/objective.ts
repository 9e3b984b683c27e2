import type { Problem } from '#core/plan/problem/problem.ts'
import type { Construction } from './construct.ts'

/** Lexicographic objective: unscheduled (weighted by job), weighted tardiness, makespan, hand-overs; and the minutes spent going over. */
export type Score = [unscheduled: number, tardiness: number, makespan: number, handovers: number, goingOver: number]

export function scoreOf(problem: Problem, { board, failed }: Construction): Score {
  let unscheduled = 0
  for (const act of failed.keys()) unscheduled += problem.jobs[problem.acts[act]!.job]!.weight
  let tardiness = 0
  let makespan = 0
  let handovers = 0
  for (let j = 0; j < problem.jobs.length; j++) {
    const job = problem.jobs[j]!
    const finish = board.endOf(j)
    if (job.due !== undefined) tardiness += job.weight * Math.max(0, finish - job.due)
    if (finish > makespan) makespan = finish
    handovers += Math.max(0, board.peopleOn(j) - 1)
  }
  const goingOver = problem.goingOver > 0 ? problem.goingOver * board.timesOver() : 0
  return [unscheduled, tardiness, makespan, handovers, goingOver]
}

/** When each job's last activity ends that is placed; 0 where none is. */
export const endsIn = ({ jobs }: Problem, { board }: Pick<Construction, 'board'>): number[] =>
  jobs.map((_, job) => board.endOf(job))

/** Jobs that end after they are due. */
export const lateIn = ({ jobs }: Problem, ends: readonly number[]): number[] =>
  jobs.flatMap(({ due }, job) => (due !== undefined && ends[job]! > due ? [job] : []))

/**
 * Which of two plans is better: below 0 the first. Where going over costs minutes, the end of the day is worth no more of them than it saves: a
 * sliver at another car for a minute's earlier end is nothing that anybody would do.
 */
export const compareScores = (a: Score, b: Score): number =>
  a[0] - b[0] || a[1] - b[1] || a[2] + a[4] - (b[2] + b[4]) || a[2] - b[2] || a[3] - b[3]

/** Minutes by which something may begin earlier or later and nobody calls it changed (engines.md §4). */
const unnoticed = 5

interface Place<Person> {
  start: number
  people: readonly Person[]
}
/** Whether other people do it, or it begins at another time, than it was. */
export const isOtherwise = <Person>(is: Place<Person>, was: Place<Person>): boolean =>
  is.people.length !== was.people.length ||
  !is.people.every((p) => was.people.includes(p)) ||
  Math.abs(is.start - was.start) > unnoticed

/** Activities that other people do, or that begin at another time, than in the plan people go by. */
export function changed(problem: Problem, { board }: Pick<Construction, 'board'>): number[] {
  const list: number[] = []
  for (const [act, before] of problem.previous) {
    const at = board.placed[act]
    if (!at || problem.pins.has(act)) continue
    if (isOtherwise(at, before)) list.push(act)
  }
  return list
}
export const changesIn = (problem: Problem, plan: Pick<Construction, 'board'>): number => changed(problem, plan).length

/** How late jobs were meant to be in the plan people go by, weighted. */
export function latenessBefore(problem: Problem): number {
  let tardiness = 0
  for (const job of problem.jobs) {
    if (job.due === undefined) continue
    const finish = Math.max(0, ...job.acts.map((a) => problem.previous.get(a)?.end ?? 0))
    tardiness += job.weight * Math.max(0, finish - job.due)
  }
  return tardiness
}

/** Minutes that going to another car counts for, where two plans are otherwise as good. */
const goingOver = 4

/** What people feel of a plan and no promise does: minutes in which anybody works, and how often somebody goes from one car to another. */
export function burdenOf({ acts }: Problem, { board }: Construction): number {
  const at = acts.flatMap(({ index, crew }) => (crew > 0 ? (board.placed[index] ?? []) : []))
  at.sort((a, b) => a.start - b.start)
  let minutes = 0
  let until = 0
  for (const { start, end } of at) {
    if (end > until) minutes += end - Math.max(start, until)
    until = Math.max(until, end)
  }
  return minutes + goingOver * board.timesOver()
}
