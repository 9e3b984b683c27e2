import type { PlanAnswer } from '#core/plan/schema.ts'
import type { Language } from '#words/language.ts'
import { say } from '#words/message.ts'

/** Why something is not planned, and what a plan breaks. @param called what ids are called; @param at how minutes are said */
export function planInWords(
  { unscheduled, warnings }: Pick<PlanAnswer, 'unscheduled' | 'warnings'>,
  { plan, names }: Language,
  called: (id: string) => string = (id) => `"${id}"`,
  at: (minute: number) => string = String,
) {
  const [obstacles, violations] = [plan.obstacles(called), plan.violations(called, at)]
  return {
    unscheduled: unscheduled.map((u) => ({ ...u, reason: say(obstacles, u.reason, names) })),
    warnings: warnings.map(({ said, ...rest }) => ({ ...rest, message: say(violations, said, names) })),
  }
}
