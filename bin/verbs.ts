import type { TSchema } from '@sinclair/typebox'
import { catalogue } from '#catalogue/catalogue.ts'
import { dry } from '#core/drying/dry.ts'
import { air } from '#core/drying/ozone.ts'
import { AirRequest, DryRequest } from '#core/drying/schema.ts'
import { LabelRequest, readLabel } from '#core/mixing/label.ts'
import { fillMarks, MarksRequest } from '#core/mixing/marks.ts'
import { mix } from '#core/mixing/mix.ts'
import { MixRequest } from '#core/mixing/schema.ts'
import { YieldRequest, yieldOf } from '#core/mixing/yield.ts'
import { forecast } from '#core/plan/forecast/forecast.ts'
import { PromiseRequest } from '#core/plan/forecast/schema.ts'
import { plan } from '#core/plan/plan.ts'
import { PlanRequest } from '#core/plan/schema.ts'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import { ProcedureRequest } from '#core/procedures/schema.ts'
import { language } from '#words/en/language.ts'
import { speak } from '#words/en/speak.ts'
import { planInWords } from '#words/worded/plan.ts'

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
  const answer = plan(request, () => {
    const used = performance.now() - start
    if (main && used >= budget / 2) {
      main = false
      return false
    }
    return used < budget
  })
  return { ...answer, ...planInWords(answer, language) }
}

/** Rounds of search for a promise that is asked without a plan. */
const promiseRounds = 30

export const verbs: Record<string, Verb> = {
  procedure: {
    input: ProcedureRequest,
    run: (document: ProcedureRequest) => speak.procedure(fittedProcedure(document, catalogue)),
  },
  mix: { input: MixRequest, run: (document: MixRequest) => speak.mix(mix(document)) },
  ratio: { input: LabelRequest, run: (document: LabelRequest) => speak.label(readLabel(document)) },
  marks: { input: MarksRequest, run: (document: MarksRequest) => fillMarks(document) },
  yield: { input: YieldRequest, run: (document: YieldRequest) => yieldOf(document) },
  plan: { input: PlanRequest, run: planWithClock },
  promise: {
    input: PromiseRequest,
    run: ({ request, assignments, ...how }: PromiseRequest) =>
      forecast(request, assignments ?? plan({ iterations: promiseRounds, ...request }).assignments, how),
  },
  dry: { input: DryRequest, run: (document: DryRequest) => dry(document, catalogue) },
  air: { input: AirRequest, run: (document: AirRequest) => air(document) },
}
