import { isOver } from '#core/job/reduce.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import type { StepInWords } from '#words/worded/procedure-schema.ts'

interface Props {
  view: AtWork
  step: StepInWords
}

interface Held {
  title: string
  lines: string[]
}

/** What a machine is set up for: the heads and tools of what is worked with it, and the towels of the car. */
function layOut({ procedure, state }: AtWork, step: StepInWords): Held[] {
  const ahead = procedure.steps.filter(
    (s) => !isOver(state, s.id) && s.equipment.some((m) => step.equipment.includes(m)),
  )
  const worded = ahead.map((s) => speak.step(s))
  const heads = [...new Set(worded.map((s) => s.tool).filter(Boolean))].sort()
  const towels = speak.procedure(procedure).kit.towels.map((t) => `${t.count} × ${t.role}`)
  return [
    { title: words.holds.heads, lines: heads },
    { title: words.holds.towels, lines: towels },
  ]
}

/** Belongings of the car: what is bagged, and what goes back. */
function belongings({ belongings: all }: AtWork, goBack: boolean): Held[] {
  const list = all.filter((b) => !goBack || b.fate === undefined || b.fate === 'return' || b.fate === 'cash')
  const lines = list.map((b) => words.holds.thing(b.what, b.where, b.bag, b.fate))
  return [
    {
      title: goBack ? words.holds.goesBack : words.holds.toBag,
      lines: lines.length > 0 ? lines : [words.holds.nothing],
    },
  ]
}

const heldBy: Record<string, (view: AtWork, step: StepInWords) => Held[]> = {
  set_up: layOut,
  clear_out: (view) => belongings(view, false),
  refit: (view) => belongings(view, true),
  hand_over: (view) => belongings(view, true),
}

/** What a step speaks of and does not say itself: the heads and towels to lay out, the belongings to bag or to put back. */
export function CardHolds({ view, step }: Props) {
  const held = heldBy[step.treatment]?.(view, step).filter((h) => h.lines.length > 0) ?? []
  return held.map(({ title, lines }) => (
    <div key={title} className="holds">
      <strong>{title}</strong>
      <ul className="tight listed">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  ))
}
