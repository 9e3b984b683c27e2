import { Button } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { byId } from '#core/catalogue/by-id.ts'
import { sameHeight } from '#core/mixing/fill-curve.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { Bottle } from '#web/ui/Bottle.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'
import { useRinse } from './api.ts'
import { MeasureDialog } from './MeasureDialog.tsx'

const fresh = (): ContainerView => ({
  id: uuidv7(),
  name: '',
  place: null,
  capacity: 900,
  graduation: 10,
  outline: {
    profile: [],
    fill: [
      [0, 0],
      [80, 500],
      [140, 900],
    ],
    sprayer: false,
  },
  version: 0,
  content: null,
})

/** Every bottle with what is in it, its strip and its label; and one's own, measured by pouring. */
export function Bottles({
  containers,
  catalogue,
}: {
  containers: readonly ContainerView[]
  catalogue: WordedCatalogue
}) {
  const rinse = useRinse()
  const may = useMay('containers.write')
  const mayLog = useMay('mixing.log')
  const zone = useSignedIn().timeZone
  const [measured, setMeasured] = useState<ContainerView>()
  const name = (id: string) => catalogue.products.find((p) => p.id === id)?.name ?? id
  return (
    <div className="stack">
      {may && (
        <div className="row">
          <Button onClick={() => setMeasured(fresh())}>{words.measure}</Button>
        </div>
      )}
      {rinse.isError && <ErrorNotice error={rinse.error} />}
      <ul className="plain bottles">
        {containers.map((c, i) => {
          // Two of one shape would say nothing to each other.
          const shape = JSON.stringify(c.outline.fill)
          const other = containers.slice(i + 1).find((o) => JSON.stringify(o.outline.fill) !== shape)
          const { content } = c
          return (
            <li key={c.id} className="card">
              <div className="bottle-picture">
                <Bottle
                  outline={c.outline}
                  first={content?.ml ?? 0}
                  firstIs="concentrate"
                  total={content?.ml ?? 0}
                  marks={content ? [{ volume: content.ml, text: sayVolume(content.ml) }] : []}
                  label={content ? `${c.name} with ${sayVolume(content.ml)}` : `${c.name}, empty`}
                />
              </div>
              <div>
                <h2>{c.name}</h2>
                {c.place && <p className="soft">{words.standsAt(c.place)}</p>}
                <p>
                  {content ? (
                    <>
                      <strong>
                        {name(content.product)} {sayRatio(content.ratio)}
                      </strong>
                      <br />
                      <span className="soft">
                        {content.by}, {saidAt(zone, content.made)} · {words.useBy}{' '}
                        {content.useBy && dayIn(zone, content.useBy)}
                      </span>
                    </>
                  ) : (
                    words.empty
                  )}
                </p>
                {content?.pastLife && <div className="caution">{words.past}</div>}
                {other && (
                  <p className="soft">
                    {words.same(sayVolume(sameHeight(c.outline.fill, other.outline.fill, c.capacity / 2)), other.name)}{' '}
                    {sayVolume(c.capacity / 2)} here.
                  </p>
                )}
                <div className="row">
                  {content && mayLog && (
                    <Button loading={rinse.isPending} onClick={() => rinse.mutate(c.id)}>
                      {words.rinse}
                    </Button>
                  )}
                  <Button
                    href={`/api/mixing/containers/${c.id}/strip?marks=${content && catalogue.products.find((p) => p.id === content.product) ? `${content.product}:${Object.keys(byId(catalogue.products, content.product, 'product').ratios)[0]}` : 'apc:trim,apc:heavy'}`}
                    target="_blank"
                  >
                    {words.strip}
                  </Button>
                  {content && (
                    <Button
                      href={`/api/mixing/batches/${content.batch}/label?from=${encodeURIComponent(location.origin)}`}
                      target="_blank"
                    >
                      {words.labelPdf}
                    </Button>
                  )}
                  {may && <Button onClick={() => setMeasured(c)}>{words.change}</Button>}
                </div>
              </div>
            </li>
          )
        })}
      </ul>
      {measured && <MeasureDialog key={measured.id} container={measured} onClose={() => setMeasured(undefined)} />}
    </div>
  )
}
