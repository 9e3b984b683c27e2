import type { Timing } from '#core/procedures/pace.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { reduce, replay, stepState } from './reduce.ts'
import type { WorkEvent, WorkState } from './schema.ts'

/** Minutes shorter than this are a slip of the thumb, not a time. */
export const shortestTime = 0.2

const ofMachines: ReadonlySet<string> = new Set(['kit', 'put-away'])

/**
 * What a step took in minutes of work, pauses left out, against the catalogue's minutes for it, at the event that ends it or sets its time
 * right.
 * A step with anything recorded without a line gives no time: device clocks are displayed, never trusted.
 * @param state after the event
 * @param rates the shop's pace the procedure was made with: taken out again, so that paces never pile up
 */
export function timingOf(
  event: WorkEvent,
  state: WorkState,
  procedure: Procedure,
  rates: Readonly<Record<string, number>> = {},
): Timing | undefined {
  if (event.type !== 'step-finished' && event.type !== 'time-corrected') return undefined
  const step = procedure.steps.find((s) => s.id === event.data.step)
  const { worked, untimed } = stepState(state, event.data.step)
  // Setting a machine up and putting it away is no treatment of anything.
  if (!step || step.crew === 0 || ofMachines.has(step.stage) || step.byHand || untimed || worked < shortestTime)
    return undefined
  return {
    treatment: step.treatment,
    book: step.p50 / (rates[step.treatment] ?? 1),
    took: worked,
    // People who take turns work one after the other.
    people: step.crew,
  }
}

/** The times in a whole ledger, each with the position of the event that gave it. */
export function timingsOf(
  events: readonly WorkEvent[],
  procedure: Procedure,
  rates: Readonly<Record<string, number>> = {},
): (Timing & { position: number })[] {
  let state = replay([], procedure)
  return events.flatMap((event) => {
    state = reduce(state, event, procedure)
    const timing = timingOf(event, state, procedure, rates)
    return timing ? [{ ...timing, position: event.position }] : []
  })
}
