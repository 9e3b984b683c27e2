import { activityId } from '#core/procedures/activities.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { stepState } from './reduce.ts'
import type { WorkState } from './schema.ts'

/** Who may do a step without its skill, on a lead's word. */
export const learnersOf = (step: Step, { waived }: WorkState): string[] =>
  step.skills.length > 0 ? (waived[step.id] ?? []) : []

/** Name of a step's signing off in a plan. */
export const signId = (job: string, step: string): string => activityId(job, `sign_off:${step}`)

/** What was done by nobody but those who learn it, and nobody who holds its skill has looked at: it is signed off before the car is judged. */
export function toSign({ steps }: Pick<Procedure, 'steps'>, state: WorkState): Step[] {
  return steps.filter((step) => {
    const learners = learnersOf(step, state)
    const { status, by } = stepState(state, step.id)
    return status === 'finished' && by.length > 0 && by.every((p) => learners.includes(p)) && !state.signed?.[step.id]
  })
}
