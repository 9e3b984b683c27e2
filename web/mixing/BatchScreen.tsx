import { Button } from 'antd'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { useCatalogue, useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useBatch } from './api.ts'
import './mixing.css'
import { Hazards } from '#web/ui/Hazards.tsx'
import { words } from '#words/en/screens/mixing.ts'

/** What a bottle's code leads to: what is in it, how strong it really is, until when, and what to beware of. */
export default function BatchScreen() {
  const id = useRouteId()
  const batch = useBatch(id)
  const catalogue = useCatalogue()
  const zone = useSignedIn().timeZone
  if (batch.isPending || catalogue.isPending) return <Fetching lines={4} />
  if (batch.isLoadingError) return <ErrorNotice error={batch.error} onRetry={() => void batch.refetch()} />
  const b = batch.data
  const product = catalogue.data?.products.find((p) => p.id === b.product)
  const really = Number((1 / b.measuredFraction - 1).toFixed(1))
  return (
    <section className="card stack close" aria-labelledby="batch">
      <h2 id="batch">{words.batchTitle}</h2>
      <p className="amount">{product?.name ?? b.product}</p>
      <dl className="figures">
        <div>
          <dt>{words.intended}</dt>
          <dd>{sayRatio(b.ratio)}</dd>
        </div>
        <div>
          <dt>{words.inIt}</dt>
          <dd>{b.ratio.water === 0 ? 'neat' : `1:${really}`}</dd>
        </div>
        <div>
          <dt>{words.container}</dt>
          <dd>
            {b.containerName}, {sayVolume(b.fill)}
            {b.undone && <strong> {words.takenBack}</strong>}
          </dd>
        </div>
        <div>
          <dt>{words.useBy}</dt>
          <dd>{b.useBy ? dayIn(zone, b.useBy) : '–'}</dd>
        </div>
      </dl>
      <p className="soft">{words.by(b.author, saidAt(zone, b.made))}</p>
      {product && <Hazards product={product} />}
      <div className="row">
        <Button href={`/api/mixing/batches/${b.id}/label?from=${encodeURIComponent(location.origin)}`} target="_blank">
          {words.labelPdf}
        </Button>
      </div>
    </section>
  )
}
