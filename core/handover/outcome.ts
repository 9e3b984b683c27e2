import { isRecheck } from '#core/job/recheck.ts'
import { stepState } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/** What came of a stain: out, where its place was judged and found right, or left as it is; undefined while nobody has judged it. */
export function outcomeOf(surface: string, procedure: Procedure, state: WorkState): 'gone' | 'stays' | undefined {
  const left = (state.rechecks ?? []).some((r) => r.as === 'stays' && r.surface === surface)
  if (left) return 'stays'
  const judges = procedure.steps.filter((s) => isRecheck(s) && s.surfaces.includes(surface))
  const judged = judges.length > 0 && judges.every((s) => stepState(state, s.id).status === 'finished')
  return judged ? 'gone' : undefined
}
