import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'

/** What phones wrote down apart that does not go together: both sides are kept, and a person looks. */
export function Conflicts({ view, titles }: { view: AtWork; titles: ReadonlyMap<string, string> }) {
  const { conflicts } = view.state
  if (conflicts.length === 0) return null
  const named = (ids: readonly string[]) => ids.map((id) => view.names[id] ?? id).join(', ')
  return (
    <section className="card" aria-label={words.apart}>
      <h2 className="minor">{words.apart}</h2>
      <p className="soft">{words.apartLead}</p>
      <ul className="plain rows">
        {conflicts.map((c) => (
          <li key={c.event}>
            <span>
              <strong>{named([c.by])}</strong>: {words.saidApart[c.type] ?? c.type}{' '}
              {c.step !== null && `“${titles.get(c.step) ?? c.step}”`}
              <br />
              <span className="soft">
                {words.apartWhy[c.code] ?? c.code}
                {c.against && c.against.by.length > 0 && ` (${named(c.against.by)})`}
                {c.counted ? '' : `; ${words.notCounted}`}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
