import { Button, Checkbox, Form, Input, Select } from 'antd'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { type Own, type OwnPackage, type Size, sizes } from '#core/shop/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { sayMoney } from '#core/units/money.ts'
import { useShipped } from '#web/client/session.ts'
import { useCurrency, useShop, useWriteOwn } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { intoView } from '#web/ui/into-view.ts'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { stored, useKeptState } from '#web/ui/useKeptForm.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import { speak } from '#words/en/speak.ts'
import './shop.css'

const w = words.packages
/** The package that is being made and not saved yet. */
const newPackage = 'package new'
const soils = [0, 1, 2, 3, 4] as const
/** A body that stands for each size. */
const example: Record<Size, string> = { small: 'two-seater', medium: 'hatchback', large: 'carrier' }
const noPrices = (): NonNullable<OwnPackage['prices']> => ({
  small: [0, 0, 0, 0, 0],
  medium: [0, 0, 0, 0, 0],
  large: [0, 0, 0, 0, 0],
})

/** Minutes of hands for this package on a car of each soil, by the engine. */
function useMinutes(shipped: WordedCatalogue, own: Own, sold: OwnPackage, size: Size): number[] {
  const { id, groups, like } = sold
  return useMemo(() => {
    const body = { ...shipped.bodies.find((b) => b.id === example[size])!, name: '' }
    const written: Own = { ...own, packages: [{ id, name: 'x', groups, like, prices: null, retired: false }] }
    return soils.map((soil) => {
      const condition = Object.fromEntries(surfacesOf(body, shipped.surfaces).map((s) => [s.id, { soil }]))
      const checkIn = {
        vehicle: { plate: '', make: '', model: '', body },
        customer: '',
        condition,
        permissions: {},
        belongings: [],
        package: id,
      }
      return generateProcedure({ checkIn, own: written }, shipped).totals.attended
    })
  }, [shipped, own, id, groups, like, size])
}

/** The prices of one size by soil, with what each takes and leaves over. */
function Prices({
  size,
  ...props
}: {
  size: Size
  shipped: WordedCatalogue
  own: Own
  sold: OwnPackage
  hour: number | undefined
  onChange: (p: OwnPackage['prices']) => void
}) {
  const { shipped, own, sold, hour, onChange } = props
  const currency = useCurrency()
  const minutes = useMinutes(shipped, own, sold, size)
  const prices = sold.prices ?? noPrices()
  return (
    <fieldset className="strengths">
      <legend>{w.sizes[size]}</legend>
      <ul className="plain">
        {soils.map((soil) => {
          const price = prices[size][soil]!
          const left = hour === undefined ? undefined : price - (minutes[soil]! / 60) * hour
          return (
            <li key={soil} className="price-row">
              <span>{w.soil(soil)}</span>
              <MoneyField
                label={w.priceOf(w.sizes[size], soil)}
                currency={currency}
                value={price}
                onChange={(v) =>
                  onChange({ ...prices, [size]: prices[size].map((old, i) => (i === soil ? (v ?? 0) : old)) })
                }
              />
              <span className="soft">
                {sayMinutes(minutes[soil]!)}
                {left !== undefined && `, ${w.leaves(sayMoney(Math.round(left), currency), left < 0)}`}
              </span>
            </li>
          )
        })}
      </ul>
    </fieldset>
  )
}

interface EditorProps {
  own: Own
  start: OwnPackage
  shipped: WordedCatalogue
  hour: number | undefined
  onClose: () => void
}

function Editor({ own, start, shipped, hour, onClose }: EditorProps) {
  const [sold, setSold, forget] = useKeptState(own.packages.includes(start) ? `package ${start.id}` : newPackage, start)
  const [size, setSize] = useState<Size>('medium')
  const write = useWriteOwn()
  const set = (change: Partial<OwnPackage>) => setSold({ ...sold, ...change })
  const all = shipped.packages.find((p) => p.id === 'whole')!.groups
  const noName = sold.name.trim() === ''
  const close = () => {
    forget()
    onClose()
  }
  return (
    <section className="card stack close" aria-label={sold.name || w.newOne} ref={intoView}>
      <h2>{sold.name || w.newOne}</h2>
      <Form layout="vertical" component={false} requiredMark={false}>
        <div className="in-columns">
          <Form.Item label={w.name} htmlFor="package-name" {...(noName ? { help: w.noName } : {})}>
            <Input id="package-name" maxLength={80} value={sold.name} onChange={(e) => set({ name: e.target.value })} />
          </Form.Item>
          <Form.Item label={w.like} htmlFor="package-like">
            <Select
              id="package-like"
              value={sold.like}
              options={[
                { value: null, label: w.likeNothing },
                ...shipped.packages.map((p) => ({ value: p.id, label: p.name })),
              ]}
              onChange={(like: string | null) =>
                set({ like, groups: shipped.packages.find((p) => p.id === like)?.groups ?? sold.groups })
              }
            />
          </Form.Item>
        </div>
      </Form>
      <Checkbox.Group
        aria-label={w.inIt}
        options={all.map((value) => ({ value, label: w.groups[value] ?? speak.group(value, 2) }))}
        value={sold.groups}
        onChange={(groups) => groups.length > 0 && set({ groups })}
      />
      <Select<Size>
        className="field-l"
        aria-label={w.sizeShown}
        value={size}
        options={sizes.map((value) => ({ value, label: w.sizes[value] }))}
        onChange={setSize}
      />
      <Prices
        key={size}
        size={size}
        shipped={shipped}
        own={own}
        sold={sold}
        hour={hour}
        onChange={(prices) => set({ prices })}
      />
      {hour === undefined && <p className="soft">{w.noHour}</p>}
      {write.isError && <ErrorNotice error={write.error} />}
      <div className="row">
        <Button
          type="primary"
          loading={write.isPending}
          onClick={() =>
            !noName &&
            write.mutate((now) => ({ ...now, packages: [...now.packages.filter((p) => p.id !== sold.id), sold] }), {
              onSuccess: close,
            })
          }
        >
          {words.save}
        </Button>
        <Button type="text" onClick={close}>
          {words.product.close}
        </Button>
        {own.packages.some((p) => p.id === sold.id) && (
          <Button className="to-the-end" onClick={() => set({ retired: !sold.retired })}>
            {sold.retired ? w.bringBack : w.retire}
          </Button>
        )}
      </div>
    </section>
  )
}

/** What the shop sells under names of its own: what is in it, what it takes, costs and leaves. */
export default function PackagesScreen() {
  const [shop, shipped] = [useShop(), useShipped()]
  const [picked, setPicked] = useState<OwnPackage>()
  const failed = [shop, shipped].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!shop.data || !shipped.data) return <Fetching lines={5} />
  const { own, labour } = shop.data
  const tidy = shipped.data.packages.find((p) => p.id === 'tidy')!
  return (
    <div className="take-in">
      <section className="card" aria-labelledby="packages">
        <div className="row spread">
          <h2 id="packages">{w.title}</h2>
          <Button
            type="primary"
            onClick={() =>
              setPicked({
                id: `own-${uuidv7()}`,
                name: '',
                like: 'tidy',
                groups: tidy.groups,
                prices: null,
                retired: false,
                ...stored<OwnPackage>(newPackage),
              })
            }
          >
            {w.add}
          </Button>
        </div>
        <p className="soft">{w.lead}</p>
        {own.packages.length === 0 && <p>{w.none}</p>}
        <ul className="plain many">
          {own.packages.map((p) => (
            <li key={p.id}>
              <Button
                className="left"
                type="text"
                block
                aria-pressed={p.id === picked?.id}
                onClick={() => setPicked(p)}
              >
                {p.name} {p.retired && <span className="tag">{w.retired}</span>}
              </Button>
            </li>
          ))}
        </ul>
      </section>
      {picked ? (
        <Editor
          key={picked.id}
          own={own}
          start={picked}
          shipped={shipped.data}
          hour={labour}
          onClose={() => setPicked(undefined)}
        />
      ) : (
        <p className="soft">{w.pick}</p>
      )}
    </div>
  )
}
