import { emptyState, reduce, stepState } from '#core/job/reduce.ts'
import type { WorkEvent, WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/** One person at one step, without a break. */
export interface Stretch {
  step: string
  person: string
  /** Milliseconds since 1970, by the server's clock. */
  from: number
  to: number
}

/** The stretch that an event ended at a step, if it ended one. */
function endedBy(event: WorkEvent, before: WorkState, after: WorkState): Stretch | undefined {
  if (!('step' in event.data)) return undefined
  const { step } = event.data
  const [was, is] = [stepState(before, step), stepState(after, step)]
  if (was.runningBy === null || was.since === null) return undefined
  if (is.runningBy === was.runningBy && is.since === was.since) return undefined
  return { step, person: was.runningBy, from: Date.parse(was.since), to: Date.parse(event.serverTime) }
}

/**
 * A job's state, and who was at which step from when to when, in the order in which the stretches ended: of a step their minutes come to what
 * the state says was worked.
 * @param events a job's whole ledger, in its order
 */
export function workedThrough(
  events: readonly WorkEvent[],
  procedure: Procedure,
): { state: WorkState; stretches: Stretch[] } {
  let state = emptyState()
  const stretches = events.flatMap((event) => {
    const before = state
    state = reduce(state, event, procedure)
    return endedBy(event, before, state) ?? []
  })
  return { state, stretches }
}
