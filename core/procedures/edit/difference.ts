import { type ChangeSaid, changeSaid, type Motion } from '#core/procedures/messages.ts'
import type { Difference, Procedure, Step } from '#core/procedures/schema.ts'

const amount = ({ product }: Step) => (product ? { product: product.id, ml: Math.round(product.ml) } : null)
const sameAmount = (a: ReturnType<typeof amount>, b: ReturnType<typeof amount>) =>
  a?.product === b?.product && a?.ml === b?.ml
const sameMotion = (a: Motion | null, b: Motion | null) =>
  a?.code === b?.code && Object.values(a?.facts ?? {}).join() === Object.values(b?.facts ?? {}).join()

/** What is different about a step that is in both. */
function changes(was: Step, now: Step): ChangeSaid[] {
  const [from, to] = [amount(was), amount(now)]
  return [
    ...(Math.round(was.p50) === Math.round(now.p50) ? [] : [changeSaid('minutes', { from: was.p50, to: now.p50 })]),
    ...(sameAmount(from, to) ? [] : [changeSaid('product', { from, to })]),
    ...(was.on === now.on ? [] : [changeSaid('on', { from: was.on, to: now.on })]),
    ...(sameMotion(was.motion, now.motion) ? [] : [changeSaid('motion', { to: now.motion })]),
  ]
}

/** What changes from one procedure to another of the same car. */
export function differenceOf(before: Procedure, after: Procedure): Difference {
  const was = new Map(before.steps.map((s) => [s.id, s]))
  const now = new Map(after.steps.map((s) => [s.id, s]))
  const both = before.steps.filter((s) => now.has(s.id)).map((s) => s.id)
  const noted = new Set(before.notes.map((n) => JSON.stringify(n)))
  return {
    minutes: after.totals.attended - before.totals.attended,
    added: after.steps.filter((s) => !was.has(s.id)).map((s) => s.title),
    dropped: before.steps.filter((s) => !now.has(s.id)).map((s) => s.title),
    changed: both.flatMap((id) => {
      const what = changes(was.get(id)!, now.get(id)!)
      return what.length > 0 ? [{ title: now.get(id)!.title, what }] : []
    }),
    moved: after.steps.filter((s) => was.has(s.id)).some((s, i) => s.id !== both[i]),
    notes: after.notes.filter((note) => !noted.has(JSON.stringify(note))),
  }
}
