import type { Step } from '#core/procedures/schema.ts'
import { refusal } from '#core/work/allow.ts'
import { openSteps, stepState } from '#core/work/reduce.ts'
import type { WorkView } from '#server/work/views.ts'

/**
 * The step to put on a person's card: what they are on, else what the plan gives them next if it can start,
 * else the first open step that can.
 */
export function nextStep(view: WorkView, person: string, now: string): Step | undefined {
  const { procedure, state, mine } = view
  const open = openSteps(procedure, state)
  const running = open.find((s) => stepState(state, s.id).runningBy === person)
  if (running) return running
  const can = (s: Step) =>
    refusal({ type: 'step-started', data: { step: s.id } }, procedure, state, { person, leads: false }, [], now) ===
    undefined
  const planned = mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  return planned.find(can) ?? open.find(can)
}

/** Up to two steps after the one on the card: the person's own by plan, else the next open ones. */
export function stepsAfter(view: WorkView, current: Step | undefined): Step[] {
  const open = openSteps(view.procedure, view.state).filter((s) => s.id !== current?.id)
  const planned = view.mine.map((m) => open.find((s) => s.id === m.step)).filter((s) => s !== undefined)
  return [...planned, ...open.filter((s) => !planned.includes(s))].slice(0, 2)
}
