import { useQuery } from '@tanstack/react-query'
import { Button, Checkbox } from 'antd'
import type { Surface } from '#core/cabin/schema.ts'
import type { Money } from '#core/check-in/check-in.ts'
import { carSoil } from '#core/condition/car-soil.ts'
import { extraPrice, priceOf } from '#core/shop/prices.ts'
import { sayMinutes } from '#core/units/format.ts'
import { minorDigits, sayMoney } from '#core/units/money.ts'
import { get } from '#web/client/http.ts'
import { useCurrency, useShop } from '#web/client/shop.ts'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

interface Props extends PanelProps {
  surfaces: readonly Surface[]
  job: { id: string; version: number; state: string }
}

/** What this package costs and takes in this condition, what could be taken besides, and what was agreed. */
export function CostsPanel({ checkIn, onChange, surfaces, job }: Props) {
  const currency = useCurrency()
  const shop = useShop().data
  // By the draft's version: each save is asked for once.
  const takes = useQuery({
    queryKey: ['jobs', job.id, 'takes', job.version],
    queryFn: ({ signal }) => get('/api/jobs/:id/procedure', { params: { id: job.id }, signal }),
    placeholderData: (before) => before,
    staleTime: 60_000,
  })
  const sold = shop?.own.packages.find((p) => p.id === checkIn.package)
  const soil = carSoil(surfaces, checkIn.condition)
  const price = sold ? priceOf(sold, checkIn.vehicle.body, soil) : null
  const { money } = checkIn
  const set = (change: Partial<Money>) =>
    onChange((now) => ({ ...now, money: { price: null, deposit: null, currency, ...now.money, ...change } }))
  const offers = takes.data?.procedure.offers ?? []
  const extras = checkIn.extras ?? []
  const sells = shop?.about?.sells
  const priceOfExtra = (minutes: number) =>
    sells === undefined ? undefined : extraPrice(minutes, sells, minorDigits(currency))
  const listed =
    price === null
      ? null
      : price + offers.reduce((n, o) => n + (extras.includes(o.stage) ? (priceOfExtra(o.minutes) ?? 0) : 0), 0)
  const takeExtras = (stages: string[]) =>
    onChange(({ extras: _old, ...now }) => (stages.length > 0 ? { ...now, extras: stages } : now))
  return (
    <>
      <h2>{words.costs.title}</h2>
      {takes.data && <p className="big-line">{words.costs.takes(sayMinutes(takes.data.procedure.totals.attended))}</p>}
      <p>{listed === null ? words.costs.noPrice : words.costs.price(`${sayMoney(listed, currency)} ${currency}`)}</p>
      {offers.length > 0 && (
        <>
          <fieldset className="lines-set">
            <legend>{words.costs.offers}</legend>
            <Checkbox.Group
              className="in-lines"
              value={extras}
              options={offers.map(({ stage, minutes }) => {
                const extra = priceOfExtra(minutes)
                return {
                  value: stage,
                  label: words.costs.offer(
                    speak.names.of('stages', stage).name,
                    sayMinutes(minutes),
                    extra === undefined ? undefined : `${sayMoney(extra, currency)} ${currency}`,
                  ),
                }
              })}
              onChange={takeExtras}
            />
          </fieldset>
          <Button onClick={() => onChange(({ extras: _old, ...now }) => ({ ...now, package: 'whole' }))}>
            {words.costs.takeWhole}
          </Button>
        </>
      )}
      <div className="row">
        <span className="beside">
          {words.costs.agreed}
          <MoneyField
            label={words.costs.agreed}
            currency={money?.currency ?? currency}
            value={money?.price ?? null}
            onChange={(minor) => set({ price: minor })}
          />
        </span>
        <span className="beside">
          {words.costs.deposit}
          <MoneyField
            label={words.costs.deposit}
            currency={money?.currency ?? currency}
            value={money?.deposit ?? null}
            onChange={(minor) => set({ deposit: minor })}
          />
        </span>
        {listed !== null && money?.price !== listed && (
          <Button onClick={() => set({ price: listed })}>{words.costs.asPriced}</Button>
        )}
      </div>
    </>
  )
}
