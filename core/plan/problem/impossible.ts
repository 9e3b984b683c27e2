import type { UnscheduledCode } from '#core/plan/schema.ts'
import type { Act, Problem } from './problem.ts'

export interface Obstacle {
  code: UnscheduledCode
  reason: string
}

/** Why an activity can never be placed, whatever else is planned; undefined when nothing about it alone forbids it. */
export function impossible(act: Act, problem: Problem): Obstacle | undefined {
  const job = problem.jobs[act.job]!
  for (const index of [...act.equipment, ...job.holds]) {
    const kit = problem.kit[index]!
    const own = act.equipment.includes(index) && job.holds.includes(index) ? 2 : 1
    if (kit.count < own)
      return { code: 'no-equipment', reason: `"${act.id}" needs "${kit.id}", of which there are ${kit.count}.` }
    if (kit.site !== undefined && kit.site !== job.site)
      return { code: 'no-equipment', reason: `"${kit.id}" stays at "${kit.site}", and "${act.id}" is elsewhere.` }
  }
  if (act.crew === 0) return undefined
  const wanted = act.skills.join(' and ')
  if (act.able.length === 0)
    return { code: 'no-skill', reason: act.skills.length > 0 ? `Nobody holds ${wanted}.` : 'There is nobody to do it.' }
  if (act.able.length < act.crew) {
    return {
      code: 'too-few-people',
      reason: `"${act.id}" needs ${act.crew} people${wanted ? ` with ${wanted}` : ''}; there are ${act.able.length}.`,
    }
  }
  if (act.crew > job.crewLimit)
    return {
      code: 'too-few-people',
      reason: `"${act.id}" needs ${act.crew} people; job "${job.id}" allows ${job.crewLimit} at a time.`,
    }
  const longest = act.able
    .map((p) =>
      Math.max(0, ...problem.people[p]!.shifts.map(([start, end]) => end - Math.max(start, problem.now, job.release))),
    )
    .sort((a, b) => b - a)[act.crew - 1]!
  if (longest < act.minutes) {
    return {
      code: 'too-long',
      reason: `"${act.id}" takes ${act.minutes} minutes; the longest stretch of a shift left for it is ${longest}.`,
    }
  }
  return undefined
}
