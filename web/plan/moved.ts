import { jobOf } from '#core/procedures/activities.ts'
import { sayClock } from '#core/units/format.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { stepName } from './readable.ts'

/** What the last planning moved, one sentence for each step that is still ahead: who does it now and when, and how it was before. */
export function movedLines(plan: Plan): string[] {
  const people = new Map(plan.people.map((p) => [p.id, p.name]))
  const jobs = new Map(plan.jobs.map((j) => [j.id, j.callSign]))
  const named = (ids: readonly string[]) =>
    ids
      .map((id) => people.get(id) ?? '')
      .filter(Boolean)
      .join(', ')
  const at = new Map(plan.assignments.map((a) => [a.activity, a]))
  return (plan.answer.moved ?? []).flatMap((before) => {
    const now = at.get(before.activity)
    if (!now || now.start <= plan.now || now.technicians.length === 0) return []
    const what = `${jobs.get(jobOf(before.activity)) ?? ''}: ${stepName(plan, before.activity)}`
    const [who, was] = [named(now.technicians), named(before.technicians)]
    return [
      who === was
        ? words.movedTo(who, what, sayClock(now.start), sayClock(before.start))
        : words.goesTo(who, what, sayClock(now.start), was),
    ]
  })
}
