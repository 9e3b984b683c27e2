import type { Component } from '#core/plan/problem/components.ts'
import type { Problem } from '#core/plan/problem/problem.ts'
import { horizonOf } from './construct.ts'
import type { Order } from './neighbours.ts'

/** Longest path from the start of each activity to the end of everything that waits for it, in minutes. */
export function tails(problem: Problem): number[] {
  const tail = problem.acts.map((a) => a.minutes)
  for (const act of [...problem.topological].reverse()) {
    for (const link of problem.acts[act]!.out)
      tail[act] = Math.max(tail[act]!, problem.acts[act]!.minutes + link.minLag + tail[link.to]!)
  }
  return tail
}

const longest = (acts: readonly number[], tail: readonly number[]) =>
  acts.reduce((most, a) => Math.max(most, tail[a]!), 0)

/** Latest moment each job could be begun and still be done when it is due, by its longest path. */
export function slackOf(problem: Problem, tail: readonly number[]): number[] {
  const far = horizonOf(problem)
  return problem.jobs.map(({ due, acts }) => (due ?? far) - longest(acts, tail))
}

/**
 * Urgency first: slack to the due time, job after job where they hold something all the while that is not there for each of them.
 * @param putOff minutes by job that it is let wait beyond its due time
 */
export function firstOrder(problem: Problem, components: readonly Component[], putOff?: readonly number[]): Order {
  const tail = tails(problem)
  const far = horizonOf(problem)
  const due = problem.jobs.map((job, j) => (job.due ?? far) + (putOff?.[j] ?? 0))
  const slack = slackOf(problem, tail).map((s, j) => s + (putOff?.[j] ?? 0))
  const rank = problem.jobs.map((_, j) => j)
  rank.sort((a, b) => slack[a]! - slack[b]! || problem.jobs[b]!.weight - problem.jobs[a]!.weight || a - b)
  const holders = problem.kit.map((_, k) => problem.jobs.filter((j) => j.holds.includes(k)).length)
  const jobMajor = problem.kit.some(({ count }, k) => holders[k]! > count)
  const key = Float64Array.from(components, (c) => due[c.job]! - longest(c.acts, tail))
  if (jobMajor) for (const c of components) key[c.index]! += 1e6 * rank.indexOf(c.job)
  return {
    key,
    member: Float64Array.from(tail, (t) => -t),
    wished: new Int32Array(problem.acts.length).fill(-1),
    floor: new Int32Array(problem.acts.length),
    bonus: new Float64Array(problem.people.length),
    teams: problem.jobs.map(() => undefined),
  }
}
