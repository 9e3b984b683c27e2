import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { sayVolume } from '#core/units/format.ts'
import type { ItemView, LotView } from '#server/stock/views.ts'
import { useMay } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { FileButton } from '#web/ui/FileButton.tsx'
import { useCount, useReceive, useStock, useTakeCsv } from './api.ts'
import './stock.css'
import { words } from '#words/en/screens/stock.ts'
import { speak } from '#words/en/speak.ts'

const say = (item: Pick<ItemView, 'unit'>, amount: number) =>
  item.unit === 'ml' ? sayVolume(amount) : Number(amount.toFixed(1)).toString()
const money = (minor: number | null) => (minor === null ? words.nothing : (minor / 100).toFixed(2))

/** Faulty lines that are shown. */
const shown = 8

function LotRow({ item, lot, may }: { item: ItemView; lot: LotView; may: boolean }) {
  const count = useCount()
  const [left, setLeft] = useState<number>(Math.round(lot.left))
  const [reason, setReason] = useState('')
  return (
    <li>
      <span>
        {words.lotOf(lot.code, say(item, lot.left), say(item, lot.amount))}
        {lot.bestBefore && <span className="soft"> · {lot.bestBefore}</span>}
      </span>
      {may && (
        <form
          className="row"
          onSubmit={(e) => {
            e.preventDefault()
            count.mutate({ lot: lot.id, left, reason }, { onSuccess: () => setReason('') })
          }}
        >
          <InputNumber
            aria-label={`${words.count}: ${lot.code}`}
            min={0}
            max={lot.amount}
            value={left}
            onChange={(v) => setLeft(typeof v === 'number' ? v : 0)}
          />
          <Input
            className="field-l"
            aria-label={`${words.countReason}: ${lot.code}`}
            placeholder={words.countReason}
            maxLength={150}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          <Button htmlType="submit" disabled={reason.trim().length < 3} loading={count.isPending}>
            {words.setCount}
          </Button>
        </form>
      )}
      {count.isError && <ErrorNotice error={count.error} />}
    </li>
  )
}

/** A delivery on its way to the shelf. */
function Receive({ items }: { items: readonly ItemView[] }) {
  const receive = useReceive()
  const [item, setItem] = useState<string>()
  const [code, setCode] = useState('')
  const [amount, setAmount] = useState<number | null>(null)
  const [price, setPrice] = useState<number | null>(null)
  const [bestBefore, setBestBefore] = useState('')
  const good = item && code.trim() && amount && (bestBefore === '' || /^\d{4}-\d{2}-\d{2}$/.test(bestBefore))
  return (
    <section className="card" aria-labelledby="receive">
      <h2 id="receive">{words.receive}</h2>
      <form
        className="row"
        onSubmit={(e) => {
          e.preventDefault()
          receive.mutate(
            { item: item!, code: code.trim(), amount: amount!, price: price ?? 0, bestBefore: bestBefore || null },
            {
              onSuccess: () => {
                setCode('')
                setAmount(null)
              },
            },
          )
        }}
      >
        <Select
          className="field-xl"
          aria-label={words.item}
          placeholder={words.item}
          value={item ?? null}
          onChange={(id: string) => setItem(id)}
          options={items.map((i) => ({ value: i.item, label: nameOf(i) }))}
        />
        <Input
          className="field-m"
          aria-label={words.code}
          placeholder={words.code}
          maxLength={60}
          value={code}
          onChange={(e) => setCode(e.target.value)}
        />
        <InputNumber
          className="field-l"
          aria-label={words.amount}
          placeholder={words.amount}
          min={0.1}
          value={amount}
          onChange={(v) => setAmount(typeof v === 'number' ? v : null)}
        />
        <InputNumber
          className="field-l"
          aria-label={words.price}
          placeholder={words.price}
          min={0}
          precision={0}
          value={price}
          onChange={(v) => setPrice(typeof v === 'number' ? v : null)}
        />
        <Input
          className="field-xl"
          aria-label={words.bestBefore}
          placeholder={words.bestBefore}
          value={bestBefore}
          onChange={(e) => setBestBefore(e.target.value)}
        />
        <Button type="primary" htmlType="submit" disabled={!good} loading={receive.isPending}>
          {words.put}
        </Button>
      </form>
      {receive.isError && <ErrorNotice error={receive.error} />}
    </section>
  )
}

/** The list as a file: looked at before anything is taken. */
function Csv() {
  const take = useTakeCsv()
  const [csv, setCsv] = useState('')
  const looked = take.data
  return (
    <div className="stack close">
      <div className="row">
        <Button href="/api/stock/csv">{words.csvOut}</Button>
        <FileButton
          label={words.csvIn}
          accept=".csv,text/csv"
          busy={take.isPending}
          onFile={(file) =>
            void file.text().then((text) => {
              setCsv(text)
              take.mutate({ csv: text, take: 'none' })
            })
          }
        />
      </div>
      {take.isError && <ErrorNotice error={take.error} />}
      {looked && (
        <div role="status">
          {looked.taken > 0 ? words.took(looked.taken) : words.looked(looked.good, looked.faults.length)}{' '}
          {looked.taken === 0 && looked.good > 0 && (
            <Button loading={take.isPending} onClick={() => take.mutate({ csv, take: 'good' })}>
              {words.takeGood}
            </Button>
          )}
          <ul>
            {looked.faults.slice(0, shown).map((f) => (
              <li key={f.line}>{words.line(f.line, f.message)}</li>
            ))}
          </ul>
          <AndMore all={looked.faults.length} shown={shown} />
        </div>
      )}
    </div>
  )
}

/** An item is a product in millilitres or a consumable in pieces. */
const nameOf = ({ item, unit }: Pick<ItemView, 'item' | 'unit'>) =>
  speak.names.of(unit === 'ml' ? 'products' : 'consumables', item).name

/** The shelf: what is left, what is booked, what to order, what it costs. */
export default function StockScreen() {
  const stock = useStock()
  const may = useMay('stock.write')
  if (stock.isPending) return <Fetching lines={5} />
  if (stock.isLoadingError) return <ErrorNotice error={stock.error} onRetry={() => void stock.refetch()} />
  const { items, leadDays } = stock.data
  return (
    <div className="stack">
      <section className="card" aria-labelledby="stock">
        <div className="row spread">
          <h2 id="stock">{words.title}</h2>
          <Link to="/mixing">{words.bench}</Link>
        </div>
        <p className="soft">
          {words.lead} {words.leadTime(leadDays)}
        </p>
        <ul className="plain shelf">
          <li className="shelf-head soft" aria-hidden>
            <span>{words.item}</span>
            <span>{words.left}</span>
            <span>{words.booked}</span>
            <span>{words.reorder}</span>
            <span>{words.perLitre}</span>
            <span>{words.perVehicle}</span>
          </li>
          {items.map((item) => (
            <li key={item.item}>
              <details>
                <summary>
                  <span>
                    <strong>{nameOf(item)}</strong>
                    {item.order && <span className="tag"> {words.orderNow}</span>}
                  </span>
                  <span>{item.lots.length === 0 ? words.nothing : say(item, item.left)}</span>
                  <span>{item.booked > 0 ? say(item, item.booked) : words.nothing}</span>
                  <span>{item.reorderAt > 0 ? say(item, item.reorderAt) : words.nothing}</span>
                  <span>{money(item.perLitre)}</span>
                  <span>{money(item.perVehicle)}</span>
                </summary>
                <ul className="plain lots">
                  {item.lots.map((lot) => (
                    <LotRow key={`${lot.id} ${lot.left}`} item={item} lot={lot} may={may} />
                  ))}
                </ul>
              </details>
            </li>
          ))}
        </ul>
      </section>
      {may && <Receive items={items} />}
      {may && <Csv />}
    </div>
  )
}
