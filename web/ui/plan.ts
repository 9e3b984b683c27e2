import type { Assignment } from '#core/plan/schema.ts'
import { activityId } from '#core/procedures/activities.ts'
import type { PlanStep, PlanView } from '#server/plan/views.ts'

/** A day's plan, with its steps and assignments by activity, as screens look them up; on the wire they stand with their jobs. */
export interface Plan extends PlanView {
  steps: Readonly<Record<string, PlanStep>>
  /** By start. */
  assignments: readonly Assignment[]
}

export function unfolded(view: PlanView | null): Plan | null {
  if (!view) return null
  const steps: Record<string, PlanStep> = {}
  const assignments: Assignment[] = []
  for (const job of view.jobs)
    for (const step of job.steps) {
      const activity = activityId(job.id, step.id)
      steps[activity] = step
      if (step.at) assignments.push({ activity, start: step.at[0], end: step.at[1], technicians: step.by ?? [] })
    }
  assignments.sort((a, b) => a.start - b.start || a.end - b.end)
  return { ...view, steps, assignments }
}
