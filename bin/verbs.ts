import type { TSchema } from '@sinclair/typebox'
import { catalogue } from '#catalogue/catalogue.ts'
import { LabelRequest, readLabel } from '#core/mixing/label.ts'
import { fillMarks, MarksRequest } from '#core/mixing/marks.ts'
import { mix } from '#core/mixing/mix.ts'
import { MixRequest } from '#core/mixing/schema.ts'
import { YieldRequest, yieldOf } from '#core/mixing/yield.ts'
import { plan } from '#core/plan/plan.ts'
import { PlanRequest } from '#core/plan/schema.ts'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import { ProcedureRequest } from '#core/procedures/schema.ts'

export interface Verb {
  input: TSchema
  run(document: never): unknown
}

/** Runs until the request's budget is used up; the clock lives out here, not in core. */
function planWithClock(request: PlanRequest) {
  // The plan itself gets a third; the rest is for asking what one more machine or skill would bring.
  const start = performance.now()
  const budget = request.budgetMs ?? 2000
  let main = true
  return plan(request, () => {
    const used = performance.now() - start
    if (main && used >= budget / 2) {
      main = false
      return false
    }
    return used < budget
  })
}

export const verbs: Record<string, Verb> = {
  procedure: { input: ProcedureRequest, run: (document: ProcedureRequest) => fittedProcedure(document, catalogue) },
  mix: { input: MixRequest, run: (document: MixRequest) => mix(document) },
  ratio: { input: LabelRequest, run: (document: LabelRequest) => readLabel(document) },
  marks: { input: MarksRequest, run: (document: MarksRequest) => fillMarks(document) },
  yield: { input: YieldRequest, run: (document: YieldRequest) => yieldOf(document) },
  plan: { input: PlanRequest, run: planWithClock },
}

/** Verbs of the contract that are refused by name until they are built. */
export const notBuilt = ['dry', 'air']
