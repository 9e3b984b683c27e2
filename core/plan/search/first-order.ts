import type { Component } from '#core/plan/problem/components.ts'
import type { Problem } from '#core/plan/problem/problem.ts'
import { horizonOf } from './construct.ts'
import type { Order } from './neighbours.ts'
import { staysAtFirst } from './stays.ts'

/** Longest path from the start of each activity to the end of everything that waits for it, in minutes. */
export function tails(problem: Problem): number[] {
  const tail = problem.acts.map((a) => a.minutes)
  for (const act of [...problem.topological].reverse()) {
    for (const link of problem.acts[act]!.out)
      tail[act] = Math.max(tail[act]!, problem.acts[act]!.minutes + link.minLag + tail[link.to]!)
  }
  return tail
}

/** The longest path that begins at any of some activities. */
export const longest = (acts: readonly number[], tail: readonly number[]): number =>
  acts.reduce((most, a) => Math.max(most, tail[a]!), 0)

/** Latest moment each job could be begun and still be done when it is due, by its longest path. */
export function slackOf(problem: Problem, tail: readonly number[]): number[] {
  const far = horizonOf(problem)
  return problem.jobs.map(({ due, acts }) => (due ?? far) - longest(acts, tail))
}

/** Whether cars have to take turns: something that a car holds all the while is not there for each of them. */
export const takesTurns = ({ kit, jobs }: Problem): boolean =>
  kit.some(({ count }, k) => jobs.filter((j) => j.holds.includes(k)).length > count)

/** Jobs by slack, each after those that something of it waits for; where they wait for each other, by slack alone. */
function ranks({ jobs, links, acts }: Problem, slack: readonly number[]): number[] {
  const bySlack = jobs.map((_, j) => j)
  bySlack.sort((a, b) => slack[a]! - slack[b]! || jobs[b]!.weight - jobs[a]!.weight || a - b)
  const before = jobs.map(() => new Set<number>())
  for (const { from, to } of links) {
    const [first, then] = [acts[from]!.job, acts[to]!.job]
    if (first !== then) before[then]!.add(first)
  }
  const rank = jobs.map(() => -1)
  for (let place = 0; place < jobs.length; place++) {
    const open = bySlack.filter((j) => rank[j] === -1)
    rank[open.find((j) => [...before[j]!].every((b) => rank[b] !== -1)) ?? open[0]!] = place
  }
  return rank
}

/**
 * Urgency first: slack to the due time, car after car where they have to take turns.
 * @param tail longest path from each activity to the end of all that waits for it, in minutes
 * @param putOff minutes by job that it is let wait beyond its due time
 */
export function firstOrder(
  problem: Problem,
  components: readonly Component[],
  tail: readonly number[],
  putOff?: readonly number[],
): Order {
  const far = horizonOf(problem)
  const due = problem.jobs.map((job, j) => (job.due ?? far) + (putOff?.[j] ?? 0))
  const key = Float64Array.from(components, (c) => due[c.job]! - longest(c.acts, tail))
  const slack = slackOf(problem, tail).map((s, j) => s + (putOff?.[j] ?? 0))
  if (takesTurns(problem)) {
    const rank = ranks(problem, slack)
    for (const c of components) key[c.index]! += 1e6 * rank[c.job]!
  }
  return {
    key,
    member: Float64Array.from(tail, (t) => -t),
    wished: new Int32Array(problem.acts.length).fill(-1),
    floor: new Int32Array(problem.acts.length),
    bonus: new Float64Array(problem.people.length),
    teams: problem.jobs.map(() => undefined),
    ...(problem.goingOver > 0 ? { stays: staysAtFirst(problem, slack) } : {}),
  }
}
