import type { Procedure } from '#core/procedures/schema.ts'

/** How one procedure differs from another, step by step, in words of their titles. Minutes are attended medians. */
export interface Difference {
  minutes: number
  added: string[]
  dropped: string[]
  changed: { title: string; what: string }[]
  /** Steps that stand in another order than before, among those in both. */
  moved: boolean
  notes: string[]
}

const minutes = (p50: number) => `${Math.round(p50)} min`

/** What is different about a step that is in both. */
function changes(was: Procedure['steps'][number], now: Procedure['steps'][number]): string[] {
  const amount = (step: typeof was) =>
    step.product ? `${step.product.name}, ${Math.round(step.product.ml)} ml` : 'no product'
  return [
    ...(Math.round(was.p50) === Math.round(now.p50) ? [] : [`${minutes(was.p50)} → ${minutes(now.p50)}`]),
    ...(amount(was) === amount(now) ? [] : [`${amount(was)} → ${amount(now)}`]),
    ...(was.on === now.on ? [] : [`on the ${was.on} → on the ${now.on}`]),
    ...(was.motion === now.motion ? [] : [now.motion]),
  ]
}

/** What changes from one procedure to another of the same car. */
export function differenceOf(before: Procedure, after: Procedure): Difference {
  const was = new Map(before.steps.map((s) => [s.id, s]))
  const now = new Map(after.steps.map((s) => [s.id, s]))
  const both = before.steps.filter((s) => now.has(s.id)).map((s) => s.id)
  return {
    minutes: after.totals.attended - before.totals.attended,
    added: after.steps.filter((s) => !was.has(s.id)).map((s) => s.title),
    dropped: before.steps.filter((s) => !now.has(s.id)).map((s) => s.title),
    changed: both.flatMap((id) => {
      const list = changes(was.get(id)!, now.get(id)!)
      return list.length > 0 ? [{ title: now.get(id)!.title, what: list.join('; ') }] : []
    }),
    moved: after.steps.filter((s) => was.has(s.id)).some((s, i) => s.id !== both[i]),
    notes: after.notes.filter((note) => !before.notes.includes(note)),
  }
}
