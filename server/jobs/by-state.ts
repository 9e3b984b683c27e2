import type { WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'

/**
 * What follows from a procedure and how far it has come, worked out once for each state: a yard has hundreds of open jobs, of which one
 * changes at a time. Neither is ever changed in place, so the same two objects always give the same answer.
 */
export function byState<T>(workOut: (procedure: Procedure, state: WorkState) => T) {
  const known = new WeakMap<Procedure, { state: WorkState; value: T }>()
  return (procedure: Procedure, state: WorkState): T => {
    const there = known.get(procedure)
    if (there?.state === state) return there.value
    const value = workOut(procedure, state)
    known.set(procedure, { state, value })
    return value
  }
}
