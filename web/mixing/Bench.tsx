import { Button, InputNumber, Radio } from 'antd'
import { useState } from 'react'
import type { Product } from '#core/chemistry/schema.ts'
import { vesselFindings } from '#core/chemistry/vessel.ts'
import { wayOf } from '#core/chemistry/way.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { arithmetic, bestCup, mix, toGraduation, waterFirst } from '#core/mixing/mix.ts'
import type { Mix, MixRequest, Ratio } from '#core/mixing/schema.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { useHouseRules } from '#web/client/standards.ts'
import { clockIn } from '#web/shell/clock.ts'
import { Bottle } from '#web/ui/Bottle.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'
import { useLogBatch, useRinse } from './api.ts'
import { Correct } from './Correct.tsx'
import { DataSheet } from './DataSheet.tsx'
import { RatioField } from './RatioField.tsx'
import { TwoStage } from './TwoStage.tsx'

/** The smallest container that takes all of it and may take it as it stands, or the largest there is. */
function fitting(containers: readonly ContainerView[], product: string, ml: number) {
  const ready = containers.filter((c) => !c.content || c.content.product === product)
  return ready.find((c) => c.capacity >= ml) ?? ready.at(-1) ?? containers.at(-1)!
}

function answerFor(request: MixRequest): Mix | Error {
  try {
    return mix(request)
  } catch (error) {
    return error as Error
  }
}

interface Props {
  product: Product
  ratio: Ratio
  /** Ready mix the day needs of it; 0 when it is mixed for something else. */
  needed: number
  containers: readonly ContainerView[]
  catalogue: WordedCatalogue
}

/** One product at one dilution into one container: what is in it, dose, water, order of filling, the drawn bottle, ways on from too much. */
export function Bench({ product, ratio: wantedRatio, needed, containers, catalogue }: Props) {
  const [containerId, setContainer] = useState(fitting(containers, product.id, needed).id)
  const container = containers.find((c) => c.id === containerId)!
  const [wanted, setWanted] = useState<number | null>(null)
  const [ratio, setRatio] = useState<Ratio | undefined>(wantedRatio)
  const [leftover, setLeftover] = useState(0)
  const [poured, setPoured] = useState<number>()
  const order = useHouseRules().data?.choices['mixing-order']
  const log = useLogBatch()
  const rinse = useRinse()
  const mayLog = useMay('mixing.log')
  const zone = useSignedIn().timeZone
  const { content } = container
  const fill = wanted ?? Math.min(container.capacity, Math.max(50, Math.ceil((needed || container.capacity) / 50) * 50))
  const neat = ratio?.water === 0
  const held = content ? (catalogue.products.find((p) => p.id === content.product) ?? 'unknown') : null
  const [finding] = vesselFindings(held, product, catalogue.neverMix, { rinsed: false, closed: true })
    .sort((a, b) => Number(b.kind === 'stop') - Number(a.kind === 'stop'))
    .map(speak.vessel)
  const { name, roleName } = speak.names.of('products', product.id)
  const mayHold = content !== null && content.product === product.id
  const tooStrong = ratio !== undefined && fractionOf(ratio) > fractionOf(product.maximum) + 1e-12
  const request: MixRequest | undefined = ratio && {
    ratio,
    fill_ml: fill,
    capacity_ml: container.capacity,
    graduation_ml: container.graduation,
    ...wayOf(product, order),
    ...(mayHold && leftover > 0
      ? { present: { volume_ml: leftover, ratio: content.ratio, past_life: content.pastLife } }
      : {}),
    ...(poured === undefined ? {} : { poured_ml: poured }),
    range: { min: 1e-6, max: fractionOf(product.maximum) },
  }
  const answer = request && answerFor(request)
  const said = answer && !(answer instanceof Error) ? speak.mix(answer) : { steps: [], warnings: [] }
  const pick = (id: string) => {
    setContainer(id)
    setWanted(null)
    setLeftover(0)
    setPoured(undefined)
    log.reset()
  }
  const first = waterFirst(wayOf(product, order))
  const cup = answer && !(answer instanceof Error) ? bestCup(catalogue.cups, answer.concentrate_ml) : undefined
  return (
    <section className="card" aria-label={`${name} ${sayRatio(wantedRatio)}`}>
      <div className="row" style={{ justifyContent: 'space-between', marginBottom: 10 }}>
        <h2>
          {name} <span className="soft">{ratio ? sayRatio(ratio) : '?'}</span>
        </h2>
        <span className="row">
          <span className="soft">{roleName}</span>
          <DataSheet product={product.id} />
        </span>
      </div>
      <div className="row" style={{ marginBottom: 10 }}>
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
      <RatioField product={product} fill={fill} start={wantedRatio} onRatio={setRatio} />
      <p className={content?.pastLife ? 'caution' : 'soft'} style={{ margin: '8px 0' }}>
        {content
          ? words.holds(
              `${held === 'unknown' || held === null ? content.product : held.name} ${sayRatio(content.ratio)}`,
              `${clockIn(zone, content.made)}, ${content.by}`,
            )
          : words.empty}{' '}
        {content?.pastLife && words.past}
      </p>
      {finding && (
        <div className="caution" role="alert" data-stop={finding.kind}>
          <strong>{words.stop}.</strong> {finding.reason} {finding.remedy}
        </div>
      )}
      {content && mayLog && (finding?.kind === 'rinse' || content.pastLife || finding?.kind === 'stop') && (
        <Button style={{ marginTop: 8 }} loading={rinse.isPending} onClick={() => rinse.mutate(container.id)}>
          {words.rinsed}
        </Button>
      )}
      {tooStrong && (
        <div className="caution" role="alert">
          {words.above(sayRatio(product.maximum))}
        </div>
      )}
      {answer instanceof Error && <ErrorNotice error={answer} />}
      {request && answer && !(answer instanceof Error) && !finding && !tooStrong && (
        <div className="bench">
          <Bottle
            outline={container.outline}
            first={first ? answer.measured.water_ml : answer.measured.concentrate_ml}
            firstIs={first ? 'water' : 'concentrate'}
            total={answer.total_ml}
            marks={[
              ...(neat
                ? []
                : [
                    {
                      volume: first ? answer.measured.water_ml : answer.measured.concentrate_ml,
                      text: first ? 'water' : 'dose',
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
              {answer.discard_ml > 0 && (
                <div>
                  <dt>{words.discard}</dt>
                  <dd className="amount" data-figure="discard">
                    {sayVolume(answer.discard_ml)}
                  </dd>
                </div>
              )}
            </dl>
            {!neat && (
              <p style={{ margin: '0 0 8px' }}>
                {words.measured(sayVolume(answer.measured.concentrate_ml), container.graduation)}{' '}
                {cup &&
                  answer.concentrate_ml > 0 &&
                  words.cup(
                    cup.name,
                    sayVolume(toGraduation(answer.concentrate_ml, cup.graduation)),
                    toGraduation(answer.concentrate_ml, cup.graduation) === answer.concentrate_ml
                      ? ''
                      : ' at its nearest mark',
                  )}
              </p>
            )}
            <details>
              <summary>{words.sum}</summary>
              <p data-figure="sum">{arithmetic(request, answer)}</p>
            </details>
            {needed > fill + 1e-9 && <p className="soft">{words.short(sayVolume(needed))}</p>}
            {said.warnings.map((w) => (
              <div key={w.code} className="caution">
                {w.message}
              </div>
            ))}
            <Correct
              answer={answer}
              mayHold={mayHold}
              leftover={leftover}
              poured={poured}
              onLeftover={setLeftover}
              onPoured={setPoured}
              onTake={(option) => {
                setWanted(Math.round(option.total_ml * 10) / 10)
                setPoured(Math.round(option.concentrate_ml * 100) / 100)
              }}
            />
            <h3>{words.order}</h3>
            <ol>
              {said.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            <div className="caution">
              Wear: {product.ppe.map(speak.names.wear).join(', ') || 'what the label says'}.{' '}
              {product.cautions.map(speak.names.productCaution).join(' ')} {words.label}
            </div>
            {!neat && <TwoStage ratio={request.ratio} />}
            {mayLog && (
              <Button
                type="primary"
                size="large"
                style={{ marginTop: 14 }}
                loading={log.isPending}
                onClick={() =>
                  log.mutate(
                    {
                      product: product.id,
                      ratio: request.ratio,
                      container: container.id,
                      fill,
                      ...(leftover > 0 ? { leftover } : {}),
                      ...(poured === undefined ? {} : { poured }),
                    },
                    {
                      onSuccess: () => {
                        setLeftover(0)
                        setPoured(undefined)
                      },
                    },
                  )
                }
              >
                {words.log}
              </Button>
            )}
            {log.isError && <ErrorNotice error={log.error} />}
            {log.isSuccess && (
              <p>
                <a
                  href={`/api/mixing/batches/${log.data.id}/label?from=${encodeURIComponent(location.origin)}`}
                  target="_blank"
                  rel="noreferrer"
                >
                  {words.labelPdf}
                </a>
              </p>
            )}
          </div>
        </div>
      )}
    </section>
  )
}
