import { jobOf } from '#core/procedures/activities.ts'
import { sayClock } from '#core/units/format.ts'
import { words } from '#words/en/screens/ui.ts'
import type { Speaker } from '#words/speaker.ts'
import { nameOf, signOf, stepName } from './because.ts'
import type { Plan } from './plan.ts'

/** What of one car went from somebody to somebody, or to another time with the same people. */
interface Change {
  who: string
  was: string
  car: string
  steps: string[]
  /** The first of it, now and before. */
  now: number
  before: number
}

/**
 * What the plan's last change moved, a sentence for each car and person: what of it is theirs now, and whose it was, or how much later or
 * sooner it is. Only what is still ahead.
 * @param of whom it concerns; everybody where it is left out
 */
export function movedLines(plan: Plan, speak: Speaker, of?: string): string[] {
  const named = (ids: readonly string[]) =>
    ids
      .map((id) => nameOf(plan, id))
      .filter(Boolean)
      .join(', ')
  const at = new Map(plan.assignments.map((a) => [a.activity, a]))
  const changes = new Map<string, Change>()
  for (const before of plan.answer.moved ?? []) {
    const now = at.get(before.activity)
    if (!now || now.start <= plan.now || now.technicians.length === 0) continue
    if (of !== undefined && ![...now.technicians, ...before.technicians].includes(of)) continue
    const [who, was] = [named(now.technicians), named(before.technicians)]
    const car = signOf(plan, jobOf(before.activity))
    const later = who === was ? Math.sign(now.start - before.start) : 0
    const key = `${who} ${was} ${car} ${later}`
    const known = changes.get(key) ?? { who, was, car, steps: [], now: now.start, before: before.start }
    known.steps.push(stepName(plan, before.activity, speak))
    if (now.start < known.now) [known.now, known.before] = [now.start, before.start]
    changes.set(key, known)
  }
  return [...changes.values()]
    .sort((a, b) => a.now - b.now)
    .map(({ who, was, car, steps, now, before }) => {
      const what = steps.length === 1 ? `${car}: ${steps[0]}` : words.stepsOf(car, steps.length)
      return who === was
        ? words.movedTo(who, what, sayClock(now), sayClock(before))
        : words.goesTo(who, what, sayClock(now), was)
    })
}
