import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

/** The steps after the one in hand. */
export function ComesNext({ steps }: { steps: readonly Step[] }) {
  if (steps.length === 0) return null
  return (
    <section className="card">
      <h2 className="minor">{words.next}</h2>
      <ul className="plain rows">
        {steps.map((s) => (
          <li key={s.id}>
            <span>{speak.title(s.title)}</span> <span className="soft">{sayMinutes(s.minutes)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
