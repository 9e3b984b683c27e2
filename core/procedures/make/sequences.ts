import { aboutEdit, aboutWhole } from '#core/procedures/edit/findings.ts'
import { findingSaid, reason } from '#core/procedures/messages.ts'
import type { Edit, Finding, Step } from '#core/procedures/schema.ts'
import type { Setting } from './setting.ts'

/**
 * Products that meet on a surface without anything taking the first one out between: acid on cleaner that is still there, and so on.
 * Source: trade.md §10 "Never mix"; the pairs are `catalogue/sequences.json`.
 */
export function meetings(steps: readonly Step[], edits: readonly Edit[], setting: Setting): Finding[] {
  const { catalogue } = setting
  const wholeCar = new Set(catalogue.wholeCar.map((w) => w.id))
  const families = new Map(catalogue.products.map((p) => [p.id, p.families]))
  /** What lies on a surface now, by family, and the step that put it there. */
  const there = new Map<string, Map<string, Step>>()
  const found = new Map<string, Finding>()
  for (const step of steps) {
    if (wholeCar.has(step.treatment)) continue
    const own = step.product ? (families.get(step.product.id) ?? []) : []
    const clears = catalogue.treatments.find((t) => t.id === step.treatment)?.clears
    for (const id of step.surfaces) {
      const lies = there.get(id)
      if (lies && own.length > 0)
        for (const rule of catalogue.sequences) {
          const against = rule.one.some((f) => own.includes(f))
            ? rule.other
            : rule.other.some((f) => own.includes(f))
              ? rule.one
              : []
          const first = against.map((f) => lies.get(f)).find(Boolean)
          if (!first || found.has(`${rule.id} ${first.id} ${step.id}`)) continue
          const said = {
            grade: 'forbidden' as const,
            code: rule.id,
            text: findingSaid('still-there', { first: first.title, next: step.title }),
            reason: reason('sequence', { rule: rule.id }),
            steps: [first.id, step.id],
          }
          const blame = edits.findLastIndex((e) => e.do !== 'minutes')
          found.set(`${rule.id} ${first.id} ${step.id}`, blame < 0 ? aboutWhole(said) : aboutEdit(edits, blame, said))
        }
      if (clears) there.delete(id)
      else if (own.length > 0) {
        const map = lies ?? new Map<string, Step>()
        for (const family of own) map.set(family, step)
        there.set(id, map)
      }
    }
  }
  return [...found.values()]
}
