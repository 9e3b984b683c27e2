import type { PlanView } from '#server/plan/views.ts'

/** Replaces the ids in a planner's sentence with call signs, step titles and names, and minutes stay as clock times would be read. */
export function readable(message: string, plan: PlanView): string {
  const jobs = new Map(plan.jobs.map((j) => [j.id, j.callSign]))
  const people = new Map(plan.people.map((p) => [p.id, p.name]))
  return message.replaceAll(/"([^"]+)"/g, (_, id: string) => {
    const step = plan.steps[id]
    if (step) return `${jobs.get(step.job) ?? ''}: ${step.title}`
    return people.get(id) ?? jobs.get(id) ?? id
  })
}
