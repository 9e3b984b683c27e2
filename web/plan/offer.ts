import { sayClock, sayMinutes } from '#core/units/format.ts'
import type { OfferView } from '#server/plan/views.ts'
import { movedLines } from '#web/ui/moved-lines.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { speak } from '#words/en/speak.ts'

/** What it makes of the cars, the one that gains most first. */
export function carLines({ cars }: OfferView): string[] {
  const say = words.offer
  const gain = ({ was, ready }: OfferView['cars'][number]) => (was === null || ready === null ? 0 : was - ready)
  return [...cars]
    .sort((a, b) => gain(b) - gain(a))
    .map(({ sign, was, ready, due }) => {
      if (ready === null) return say.noRoom(sign)
      const late = due !== null && ready > due ? sayMinutes(Math.round(ready - due)) : ''
      if (was === null) return say.comes(sign, sayClock(ready), late)
      const by = sayMinutes(Math.abs(Math.round(was - ready)))
      return say.ready(sign, by, ready < was, sayClock(ready), late)
    })
}

/** What it has people do otherwise, a sentence for each person and car. */
export function peopleLines(plan: Plan, { moved, to }: OfferView): string[] {
  const isMoved = new Set(to.map((a) => a.activity))
  const assignments = [...plan.assignments.filter((a) => !isMoved.has(a.activity)), ...to]
  return movedLines({ ...plan, assignments, answer: { ...plan.answer, moved } }, speak)
}
