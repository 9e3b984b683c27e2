import type { Stage } from '#core/catalogue/stage.ts'
import { attendedMinutes } from '#core/procedures/attended.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { isOver, stepState } from './reduce.ts'
import type { Petal, StepState, WorkState } from './schema.ts'

/** The petals a job has steps for, in the order of the trade's stages, each open, running or done. */
export function petalsOf(procedure: Procedure, state: WorkState, stages: readonly Stage[]): Petal[] {
  const order = [
    ...new Set([
      'clear-out',
      'dry-pass',
      'overhead',
      'seats',
      'floor',
      'hard',
      'finish',
      'handover',
      ...stages.map((s) => s.petal),
    ]),
  ]
  return order.flatMap((id) => {
    const steps = procedure.steps.filter((s) => s.petal === id && s.crew > 0)
    if (id === '' || steps.length === 0) return []
    const over = steps.filter((s) => isOver(state, s.id)).length
    const begun = over > 0 || steps.some((s) => ['running', 'paused'].includes(stepState(state, s.id).status))
    return [{ id, state: over === steps.length ? 'done' : begun ? 'running' : 'open' }]
  })
}

/** Attended minutes (median, everybody's hands added up) of the steps that are not over. */
export function minutesLeft(procedure: Procedure, state: WorkState): number {
  return attendedMinutes(procedure.steps.filter((s) => !isOver(state, s.id)))
}

/** Whole minutes at work on a step so far, with the stretch that runs. @param now milliseconds */
export const minutesSpent = ({ worked, since }: StepState, now: number): number =>
  Math.floor(worked + (since === null ? 0 : Math.max(0, now - Date.parse(since)) / 60_000))
