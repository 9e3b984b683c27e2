import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { reduce } from '#core/job/reduce.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import { inTodaysAir } from '#core/job/todays-air.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { WorkView } from '#server/work/views.ts'

export type Stages = Parameters<typeof petalsOf>[2]

/** A work view with further events of its ledger folded in; undefined where they do not follow on. */
export function withTail(
  view: WorkView,
  procedure: Procedure,
  events: readonly WorkEvent[],
  stages: Stages,
  now: string,
): WorkView | undefined {
  let { state } = view
  for (const event of events) {
    if (event.position <= state.position) continue
    if (event.position !== state.position + 1) return undefined
    state = reduce(state, event, procedure)
  }
  return {
    ...view,
    state,
    petals: petalsOf(procedure, state, stages),
    minutesLeft: minutesLeft(procedure, state),
    needs: needsOf(
      inTodaysAir(procedure, view.outside),
      state,
      view.places.map((p) => p.id),
      now,
    ),
  }
}
