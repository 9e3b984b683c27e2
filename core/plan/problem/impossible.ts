import { none } from '#core/message/message.ts'
import { type ObstacleSaid, obstacleSaid } from '#core/plan/messages.ts'
import type { UnscheduledCode } from '#core/plan/schema.ts'
import type { Act, Problem } from './problem.ts'

export interface Obstacle {
  code: UnscheduledCode
  reason: ObstacleSaid
}

/** Why an activity can never be placed, whatever else is planned; undefined when nothing about it alone forbids it. */
export function impossible(act: Act, problem: Problem): Obstacle | undefined {
  const job = problem.jobs[act.job]!
  for (const index of [...act.equipment, ...job.holds]) {
    const kit = problem.kit[index]!
    const own = act.equipment.includes(index) && job.holds.includes(index) ? 2 : 1
    if (kit.count < own)
      return {
        code: 'no-equipment',
        reason: obstacleSaid('machines-short', { activity: act.id, equipment: kit.id, count: kit.count }),
      }
    if (kit.site !== undefined && kit.site !== job.site)
      return {
        code: 'no-equipment',
        reason: obstacleSaid('machine-elsewhere', { activity: act.id, equipment: kit.id, site: kit.site }),
      }
  }
  if (act.crew === 0) return undefined
  if (act.able.length === 0)
    return {
      code: 'no-skill',
      reason:
        act.skills.length > 0 ? obstacleSaid('nobody-holds', { skills: act.skills }) : obstacleSaid('nobody', none),
    }
  if (act.able.length < act.crew) {
    return {
      code: 'too-few-people',
      reason: obstacleSaid('people-short', {
        activity: act.id,
        crew: act.crew,
        skills: act.skills,
        able: act.able.length,
      }),
    }
  }
  if (act.crew > job.crewLimit)
    return {
      code: 'too-few-people',
      reason: obstacleSaid('crew-limited', {
        activity: act.id,
        crew: act.crew,
        job: job.id,
        limit: job.crewLimit,
      }),
    }
  const longest = act.able
    .map((p) =>
      Math.max(0, ...problem.people[p]!.shifts.map(([start, end]) => end - Math.max(start, problem.now, job.release))),
    )
    .sort((a, b) => b - a)[act.crew - 1]!
  if (longest < act.minutes) {
    return {
      code: 'too-long',
      reason: obstacleSaid('no-shift-long-enough', { activity: act.id, minutes: act.minutes, longest }),
    }
  }
  return undefined
}
