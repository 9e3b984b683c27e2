import { Select } from 'antd'
import { Link, useSearchParams } from 'react-router'
import { byId } from '#core/catalogue/by-id.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { BatchView, ContainerView, DemandView } from '#server/mixing/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'
import { Bench } from './Bench.tsx'
import { heldIn, inDate } from './in-date.ts'

interface Props {
  catalogue: WordedCatalogue
  containers: readonly ContainerView[]
  demand: readonly DemandView[]
  batches: readonly BatchView[]
}

/** What today needs, or anything else from the catalogue, on the bench; and what was mixed lately. */
export function BenchPart({ catalogue, containers, demand, batches }: Props) {
  const zone = useSignedIn().timeZone
  const [params, setParams] = useSearchParams()
  const keyOf = (product: string, ratio: Ratio) => `${product} ${ratio.concentrate}:${ratio.water}`
  const asked = params.get('product')
  const wanted = asked ? `${asked} ${params.get('ratio')}` : undefined
  const need = demand.find((d) => keyOf(d.product, d.ratio) === wanted) ?? (wanted ? undefined : demand[0])
  const other = need ? undefined : catalogue.products.find((p) => p.id === asked)
  const product = need ? catalogue.products.find((p) => p.id === need.product) : other
  const ratio = need?.ratio ?? (other && Object.values(other.ratios)[0])
  const choose = (id: string, r: Ratio) =>
    setParams({ product: id, ratio: `${r.concentrate}:${r.water}` }, { replace: true })
  const names = new Map(catalogue.products.map((p) => [p.id, p.name]))
  return (
    <div className="mixing">
      <section className="card" aria-label={words.needs}>
        <h2 className="apart">{words.needs}</h2>
        {demand.length === 0 && <p className="soft">{words.nothing}</p>}
        {demand.map((d) => (
          <button
            key={keyOf(d.product, d.ratio)}
            type="button"
            className="demand"
            aria-pressed={d === need}
            onClick={() => choose(d.product, d.ratio)}
          >
            <strong>
              {speak.names.of('products', d.product).name} {sayRatio(d.ratio)}
            </strong>
            <br />
            <span className="soft">
              {sayVolume(d.ml)} · {d.jobs.map((j) => j.callSign).join(', ')}
            </span>
            {heldIn(inDate(containers, d.product, d.ratio)) >= d.ml && <span className="tag">{words.ready}</span>}
          </button>
        ))}
        <Select
          className="whole below-close"
          aria-label={words.anything}
          placeholder={words.anything}
          value={other?.id ?? null}
          onChange={(id: string) => choose(id, Object.values(byId(catalogue.products, id, 'product').ratios)[0]!)}
          options={catalogue.products.filter((p) => p.offered !== false).map((p) => ({ value: p.id, label: p.name }))}
        />
      </section>
      <div className="stack">
        {product && ratio && (
          <Bench
            key={keyOf(product.id, ratio)}
            product={product}
            ratio={ratio}
            needed={need?.ml ?? 0}
            containers={containers}
            catalogue={catalogue}
          />
        )}
        <section className="card" aria-label={words.logged}>
          <h2 className="apart">{words.logged}</h2>
          {batches.length === 0 && <p className="soft">{words.none}</p>}
          <ul className="plain">
            {batches.slice(0, 8).map((b) => (
              <li className="line-room ruled" key={b.id}>
                <Link to={`/mixing/batch/${b.id}`}>
                  <strong>
                    {names.get(b.product)} {sayRatio(b.ratio)}
                  </strong>
                </Link>{' '}
                · {sayVolume(b.poured ?? b.mix.measured.concentrate_ml)} in {sayVolume(b.fill)} · {b.containerName} ·{' '}
                {b.author}, {saidAt(zone, b.made)}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  )
}
