import { useState } from 'react'
import type { Product } from '#core/chemistry/schema.ts'
import { vesselFindings } from '#core/chemistry/vessel.ts'
import { wayOf } from '#core/chemistry/way.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { mix, waterFirst } from '#core/mixing/mix.ts'
import type { Mix, MixRequest, Ratio } from '#core/mixing/schema.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { useMay } from '#web/client/session.ts'
import { useHouseRules } from '#web/client/standards.ts'
import { Bottle } from '#web/ui/Bottle.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { ProductCaution } from '#web/ui/Hazards.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'
import { useLogBatch } from './api.ts'
import { ContainerChoice } from './ContainerChoice.tsx'
import { ContainerContent } from './ContainerContent.tsx'
import { Correct } from './Correct.tsx'
import { DataSheet } from './DataSheet.tsx'
import { Dose } from './Dose.tsx'
import { heldIn, inDate } from './in-date.ts'
import { LogBatch } from './LogBatch.tsx'
import { RatioField } from './RatioField.tsx'
import { TwoStage } from './TwoStage.tsx'

/** The smallest container that takes all of it and may take it as it stands, or the largest there is. */
function fitting(containers: readonly ContainerView[], product: string, ratio: Ratio, ml: number) {
  // What is in date is used first: then its bottle is the one to look at.
  const [held] = inDate(containers, product, ratio)
  if (held && ml > 0) return held
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
  const [containerId, setContainer] = useState(fitting(containers, product.id, wantedRatio, needed).id)
  const container = containers.find((c) => c.id === containerId)!
  const [wanted, setWanted] = useState<number | null>(null)
  const [ratio, setRatio] = useState<Ratio | undefined>(wantedRatio)
  const [leftover, setLeftover] = useState(0)
  const [poured, setPoured] = useState<number>()
  const order = useHouseRules().data?.choices['mixing-order']
  const log = useLogBatch()
  const mayLog = useMay('mixing.log')
  const { content } = container
  const { leastBatch } = catalogue.figures
  const bottles = inDate(containers, product.id, wantedRatio)
  const held = heldIn(bottles)
  const missing = Math.max(0, needed - held)
  const fill =
    wanted ??
    Math.min(container.capacity, Math.max(leastBatch, Math.ceil((missing || needed || container.capacity) / 50) * 50))
  const neat = ratio?.water === 0
  const inside = content ? (catalogue.products.find((p) => p.id === content.product) ?? 'unknown') : null
  const [finding] = vesselFindings(inside, product, catalogue.neverMix, { rinsed: false, closed: true })
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
  return (
    <section className="card" aria-label={`${name} ${sayRatio(wantedRatio)}`}>
      <div className="row spread apart">
        <h2>
          {name} <span className="soft">{ratio ? sayRatio(ratio) : '?'}</span>
        </h2>
        <span className="row">
          <span className="soft">{roleName}</span>
          <DataSheet product={product.id} />
        </span>
      </div>
      {needed > 0 && held > 0 && (
        <p className="settled" role="status">
          {words.met(bottles.map((b) => b.name).join(', '), sayVolume(held), missing > 0 ? sayVolume(missing) : '')}
        </p>
      )}
      <ContainerChoice
        containers={containers}
        container={container.id}
        fill={fill}
        onContainer={pick}
        onFill={setWanted}
      />
      <RatioField product={product} fill={fill} start={wantedRatio} onRatio={setRatio} />
      <ContainerContent container={container} finding={finding} products={catalogue.products} mayLog={mayLog} />
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
                      text: first ? words.markWater : words.markDose,
                    },
                  ]),
              { volume: answer.total_ml, text: sayVolume(answer.total_ml) },
            ]}
            label={words.bottle(
              container.name,
              sayVolume(answer.measured.concentrate_ml),
              sayVolume(answer.measured.water_ml),
            )}
          />
          <div>
            <Dose request={request} answer={answer} graduation={container.graduation} cups={catalogue.cups} />
            {missing > fill + 1e-9 && <p className="soft">{words.short(sayVolume(missing))}</p>}
            {fill < leastBatch && <p className="soft">{words.least(sayVolume(leastBatch))}</p>}
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
            <ProductCaution product={product} />
            {!neat && <TwoStage ratio={request.ratio} />}
            <LogBatch
              log={log}
              mayLog={mayLog}
              batch={{
                product: product.id,
                ratio: request.ratio,
                container: container.id,
                fill,
                ...(leftover > 0 ? { leftover } : {}),
                ...(poured === undefined ? {} : { poured }),
              }}
              onLogged={() => {
                setLeftover(0)
                setPoured(undefined)
              }}
            />
          </div>
        </div>
      )}
    </section>
  )
}
