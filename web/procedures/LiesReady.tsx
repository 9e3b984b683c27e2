import { useMemo } from 'react'
import type { Procedure } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

/** What lies ready, what will remain, how sure the stains are. */
export function LiesReady({ procedure }: { procedure: Procedure }) {
  const { kit, residuals, expectations, offers = [] } = useMemo(() => speak.procedure(procedure), [procedure])
  return (
    <>
      <section className="card">
        <h2>{words.kit}</h2>
        <ul>
          {kit.towels.map((t) => (
            <li key={t.role}>{words.towels(t.count, t.role)}</li>
          ))}
          {speak.machines(procedure).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className="soft">{[...kit.tools, ...kit.wear].join(', ')}</p>
      </section>
      {residuals.length > 0 && (
        <section className="card">
          <h2>{words.remains}</h2>
          <ul>
            {residuals.map((r) => (
              <li key={r.surface + r.reason}>
                <strong>{r.name}</strong>: {r.reason}
              </li>
            ))}
          </ul>
        </section>
      )}
      {offers.length > 0 && (
        <section className="card">
          <h2>{words.offers}</h2>
          <ul>
            {offers.map((o) => (
              <li key={o.stage}>{words.offer(o.name, sayMinutes(o.minutes))}</li>
            ))}
          </ul>
        </section>
      )}
      {expectations.length > 0 && (
        <section className="card">
          <h2>{words.expect}</h2>
          <ul>
            {expectations.map((e) => (
              <li key={e.surface + e.stain}>
                {e.stain}, {e.name.toLowerCase()}: {e.words}, {e.chance} in 100
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}
