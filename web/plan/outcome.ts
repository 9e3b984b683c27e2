import { sayMinutes } from '#core/units/format.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'

const stepsOf = (plan: Plan, job: string) => plan.assignments.filter((a) => a.activity.startsWith(`${job}/`))

/** The car that will be latest, and by how much; or that none will. */
export function lateLine(plan: Plan): string {
  const late = plan.jobs
    .flatMap(({ callSign, late }) => (late ? [{ callSign, by: late.by }] : []))
    .sort((a, b) => b.by - a.by)
  const [latest] = late
  if (!latest) return words.noneLate
  return words.latest(latest.callSign, sayMinutes(latest.by), late.length - 1)
}

/** Cars that more than one person works on. */
export const changingHands = (plan: Plan): number =>
  plan.jobs.filter((job) => new Set(stepsOf(plan, job.id).flatMap((a) => a.technicians)).size > 1).length
