import { arithmetic, bestCup, toGraduation } from '#core/mixing/mix.ts'
import type { Mix, MixRequest } from '#core/mixing/schema.ts'
import { sayOunces, sayVolume } from '#core/units/format.ts'
import { useShop } from '#web/client/shop.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/mixing.ts'

interface Props {
  request: MixRequest
  answer: Mix
  /** Of the container, ml. */
  graduation: number
  cups: WordedCatalogue['cups']
}

/** How much of what: the figures, the nearest marks on container and cup, and the sum they come from. */
export function Dose({ request, answer, graduation, cups }: Props) {
  const ounces = useShop().data?.about?.units === 'us'
  const neat = request.ratio.water === 0
  const cup = bestCup(cups, answer.concentrate_ml)
  return (
    <>
      <dl className="figures">
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
      {ounces && (
        <p className="soft" data-figure="ounces">
          {words.inOunces(sayOunces(answer.concentrate_ml), sayOunces(answer.water_ml))}
        </p>
      )}
      {!neat && (
        <p>
          {words.measured(sayVolume(answer.measured.concentrate_ml), graduation)}{' '}
          {cup &&
            answer.concentrate_ml > 0 &&
            words.cup(
              cup.name,
              sayVolume(toGraduation(answer.concentrate_ml, cup.graduation)),
              toGraduation(answer.concentrate_ml, cup.graduation) === answer.concentrate_ml ? '' : words.nearestMark,
            )}
        </p>
      )}
      <details>
        <summary>{words.sum}</summary>
        <p data-figure="sum">{arithmetic(request, answer)}</p>
      </details>
    </>
  )
}
