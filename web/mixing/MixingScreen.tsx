import { useSearchParams } from 'react-router'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { clockIn } from '#web/app/clock.ts'
import { useCatalogue, useSignedIn } from '#web/app/session.ts'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Told } from '#web/ui/Told.tsx'
import { useBatches, useContainers, useDemand } from './api.ts'
import { Bench } from './Bench.tsx'
import './mixing.css'
import { words } from './words.ts'

export default function MixingScreen() {
  const zone = useSignedIn().timeZone
  const [params, setParams] = useSearchParams()
  const [catalogue, containers, demand, batches] = [useCatalogue(), useContainers(), useDemand(), useBatches()]
  const failed = [catalogue, containers, demand, batches].find((q) => q.isLoadingError)
  if (failed?.error) return <Told error={failed.error} onRetry={() => void failed.refetch()} />
  if (!catalogue.data || !containers.data || !demand.data || !batches.data) return <Fetching lines={4} />
  const keyOf = (d: (typeof demand.data)[number]) => `${d.product} ${d.ratio.concentrate}:${d.ratio.water}`
  const wanted = params.get('product') ? `${params.get('product')} ${params.get('ratio')}` : undefined
  const chosen = demand.data.find((d) => keyOf(d) === wanted) ?? demand.data[0]
  const names = new Map(catalogue.data.products.map((p) => [p.id, p.name]))
  const containerNames = new Map(containers.data.map((c) => [c.id, c.name]))
  return (
    <div className="mixing">
      <section className="card" aria-label={words.needs}>
        <h2 style={{ marginBottom: 8 }}>{words.needs}</h2>
        {demand.data.length === 0 && <p className="soft">{words.nothing}</p>}
        {demand.data.map((d) => (
          <button
            key={keyOf(d)}
            type="button"
            className="demand"
            aria-pressed={d === chosen}
            onClick={() =>
              setParams({ product: d.product, ratio: `${d.ratio.concentrate}:${d.ratio.water}` }, { replace: true })
            }
          >
            <strong>
              {d.name} {sayRatio(d.ratio)}
            </strong>
            <br />
            <span className="soft">
              {sayVolume(d.ml)} · {d.jobs.map((j) => j.callSign).join(', ')}
            </span>
          </button>
        ))}
      </section>
      <div className="stack">
        {chosen && (
          <Bench
            key={keyOf(chosen)}
            demand={chosen}
            product={catalogue.data.products.find((p) => p.id === chosen.product)!}
            containers={containers.data}
          />
        )}
        <section className="card" aria-label={words.logged}>
          <h2 style={{ marginBottom: 8 }}>{words.logged}</h2>
          {batches.data.length === 0 && <p className="soft">{words.none}</p>}
          <ul className="plain">
            {batches.data.slice(0, 8).map((b) => (
              <li key={b.id} style={{ padding: '6px 0', borderTop: '1px solid var(--line-soft)' }}>
                <strong>
                  {names.get(b.product)} {sayRatio(b.ratio)}
                </strong>{' '}
                · {sayVolume(b.mix.measured.concentrate_ml)} in {sayVolume(b.fill)} · {containerNames.get(b.container)}{' '}
                · {b.author}, {clockIn(zone, b.made)}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  )
}
