import type { Act, PlanJob } from './problem.ts'

/**
 * The least minutes between a job's first start and its last end: its longest path, what any one place of it takes, and all of it by as many
 * hands as may be on it. What nobody can do counts for nothing.
 * @param topological all activities in an order in which every link points forward
 */
export function spanOf(job: PlanJob, acts: readonly Act[], topological: readonly number[], people: number): number {
  const mine = new Set(job.acts.filter((a) => acts[a]!.able.length >= acts[a]!.crew))
  const end = new Map<number, number>()
  const inPlace = new Map<string, number>()
  let work = 0
  for (const index of topological) {
    if (!mine.has(index)) continue
    const act = acts[index]!
    const from = Math.max(0, ...act.into.map((l) => (end.has(l.from) ? end.get(l.from)! + l.minLag : 0)))
    end.set(index, from + act.minutes)
    for (const zone of act.zones) inPlace.set(zone, (inPlace.get(zone) ?? 0) + act.minutes)
    work += act.minutes * act.crew
  }
  const hands = Math.max(1, Math.min(job.crewLimit, people))
  return Math.max(0, ...end.values(), ...inPlace.values(), Math.ceil(work / hands))
}
