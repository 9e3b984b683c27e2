import { Button, InputNumber, Radio } from 'antd'
import { useState } from 'react'
import type { Product } from '#core/chemistry/schema.ts'
import { mix } from '#core/mixing/mix.ts'
import type { Mix } from '#core/mixing/schema.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { ContainerView, DemandView } from '#server/mixing/views.ts'
import { useMay } from '#web/app/session.ts'
import { Bottle } from '#web/ui/Bottle.tsx'
import { Told } from '#web/ui/Told.tsx'
import { useLogBatch } from './api.ts'
import { words } from './words.ts'

/** The smallest container that takes all of it, or the largest there is. */
const fitting = (containers: readonly ContainerView[], ml: number) =>
  containers.find((c) => c.capacity >= ml) ?? containers.at(-1)!

function answerFor(demand: DemandView, product: Product, container: ContainerView, fill: number): Mix | Error {
  try {
    return mix({
      ratio: demand.ratio,
      fill_ml: fill,
      capacity_ml: container.capacity,
      graduation_ml: container.graduation,
      water_first: product.waterFirst,
      foams: product.foams,
    })
  } catch (error) {
    return error as Error
  }
}

/** One product at one ratio into one container: dose, water, order of filling, the drawn bottle. */
export function Bench({
  demand,
  product,
  containers,
}: {
  demand: DemandView
  product: Product
  containers: readonly ContainerView[]
}) {
  const [containerId, setContainer] = useState(fitting(containers, demand.ml).id)
  const container = containers.find((c) => c.id === containerId)!
  const [wanted, setWanted] = useState<number | null>(null)
  const log = useLogBatch()
  const mayLog = useMay('mixing.log')
  const fill = wanted ?? Math.min(container.capacity, Math.max(50, Math.ceil(demand.ml / 50) * 50))
  const answer = answerFor(demand, product, container, fill)
  const neat = demand.ratio.water === 0
  const pick = (id: string) => {
    setContainer(id)
    setWanted(null)
    log.reset()
  }
  return (
    <section className="card" aria-label={`${product.name} ${sayRatio(demand.ratio)}`}>
      <div className="row" style={{ justifyContent: 'space-between', marginBottom: 10 }}>
        <h2>
          {product.name} <span className="soft">{sayRatio(demand.ratio)}</span>
        </h2>
        <span className="soft">{product.role}</span>
      </div>
      <div className="row" style={{ marginBottom: 14 }}>
        <Radio.Group
          aria-label={words.container}
          optionType="button"
          buttonStyle="solid"
          value={containerId}
          onChange={(e) => pick(e.target.value)}
          options={containers.map((c) => ({ value: c.id, label: c.name }))}
        />
        <label className="row" htmlFor="fill">
          {words.fill}{' '}
          <InputNumber
            id="fill"
            min={1}
            max={100_000}
            value={fill}
            onChange={(v) => setWanted(typeof v === 'number' ? v : null)}
            style={{ width: 110 }}
          />
        </label>
      </div>
      {answer instanceof Error ? (
        <Told error={answer} />
      ) : (
        <div className="bench">
          <Bottle
            outline={container.outline}
            first={product.waterFirst || product.foams ? answer.measured.water_ml : answer.measured.concentrate_ml}
            firstIs={product.waterFirst || product.foams ? 'water' : 'concentrate'}
            total={answer.total_ml}
            marks={[
              ...(neat
                ? []
                : [
                    {
                      volume:
                        product.waterFirst || product.foams ? answer.measured.water_ml : answer.measured.concentrate_ml,
                      text: product.waterFirst || product.foams ? 'water' : 'dose',
                    },
                  ]),
              { volume: answer.total_ml, text: sayVolume(answer.total_ml) },
            ]}
            label={`${container.name} with ${sayVolume(answer.measured.concentrate_ml)} of concentrate and ${sayVolume(answer.measured.water_ml)} of water`}
          />
          <div>
            <dl className="figures" style={{ margin: '0 0 10px' }}>
              <div>
                <dt>{words.dose}</dt>
                <dd className="amount" data-figure="concentrate">
                  {sayVolume(answer.concentrate_ml)}
                </dd>
              </div>
              <div>
                <dt>{words.water}</dt>
                <dd className="amount" data-figure="water">
                  {sayVolume(answer.water_ml)}
                </dd>
              </div>
            </dl>
            {!neat && (
              <p style={{ margin: '0 0 8px' }}>
                {words.measured(sayVolume(answer.measured.concentrate_ml), container.graduation)}
              </p>
            )}
            {demand.ml > fill + 1e-9 && <p className="soft">{words.short(sayVolume(demand.ml))}</p>}
            {answer.warnings.map((w) => (
              <div key={w.code} className="caution">
                {w.message}
              </div>
            ))}
            <h3>{words.order}</h3>
            <ol>
              {answer.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            <div className="caution">
              Wear: {product.ppe.join(', ') || 'what the label says'}. {product.cautions.join(' ')} {words.label}
            </div>
            {mayLog && (
              <Button
                type="primary"
                size="large"
                style={{ marginTop: 14 }}
                loading={log.isPending}
                onClick={() => log.mutate({ product: product.id, ratio: demand.ratio, container: container.id, fill })}
              >
                {words.log}
              </Button>
            )}
            {log.isError && <Told error={log.error} />}
          </div>
        </div>
      )}
    </section>
  )
}
