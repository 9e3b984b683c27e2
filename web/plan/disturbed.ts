import { sayMinutes } from '#core/units/format.ts'
import type { Disturbance } from '#server/plan/views.ts'
import { becauseOf, nameOf, signOf } from '#web/ui/because.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { speak } from '#words/en/speak.ts'

/** What has happened that the plan does not hold for, one sentence each. */
export function disturbedLines(plan: Plan): string[] {
  const say = words.disturbedBy
  return (plan.disturbed ?? []).map((d: Disturbance) => {
    switch (d.kind) {
      case 'late':
        return say.late(signOf(plan, d.job), sayMinutes(d.by), becauseOf(d.because, plan, speak))
      case 'away':
        return say.away(nameOf(plan, d.person), d.steps)
      case 'came':
        return say.came(d.sign)
      case 'new':
        return say.new(signOf(plan, d.job), d.steps)
      case 'machine':
        return say.machine(speak.names.of('equipment', d.machine).name, d.steps)
    }
  })
}
