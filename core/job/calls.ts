import type { Procedure } from '#core/procedures/schema.ts'
import { isOver, stepState } from './reduce.ts'
import type { Call, WorkState } from './schema.ts'

/** Who still waits for the lead: whoever went on at the step meanwhile does not. */
export const openCalls = (procedure: Pick<Procedure, 'steps'>, state: WorkState): Call[] =>
  (state.calls ?? []).filter(({ answer, step }) => {
    if (answer) return false
    if (step === null || !procedure.steps.some((s) => s.id === step)) return step === null
    return !isOver(state, step) && stepState(state, step).status !== 'running'
  })
