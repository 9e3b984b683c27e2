import type { PlanAnswer } from '#core/plan/schema.ts'
import { jobOf } from '#core/procedures/activities.ts'
import { sayClock } from '#core/units/format.ts'
import { stepName as nameOfStep } from '#web/ui/because.ts'
import type { Plan } from '#web/ui/plan.ts'
import { language } from '#words/en/language.ts'
import { speak } from '#words/en/speak.ts'
import { planInWords } from '#words/worded/plan.ts'

/** What a planned step is called. */
export const stepName = (plan: Pick<Plan, 'steps'>, activity: string): string => nameOfStep(plan, activity, speak)

/** Why steps are not planned and what a plan breaks, with call signs, titles and names for its ids, and the clock for its minutes. */
export function readable(answer: Pick<PlanAnswer, 'unscheduled' | 'warnings'>, plan: Plan) {
  const jobs = new Map(plan.jobs.map((j) => [j.id, j.callSign]))
  const people = new Map(plan.people.map((p) => [p.id, p.name]))
  const called = (id: string) => {
    const step = plan.steps[id]
    if (step) return `${jobs.get(jobOf(id)) ?? ''}: ${stepName(plan, id)}`
    return people.get(id) ?? jobs.get(id) ?? id
  }
  return planInWords(answer, language, called, sayClock)
}
