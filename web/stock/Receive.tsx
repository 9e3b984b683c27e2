import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import type { ItemView } from '#server/stock/views.ts'
import { useCurrency } from '#web/client/shop.ts'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { words } from '#words/en/screens/stock.ts'
import { nameOf } from './amounts.ts'
import { useReceive } from './api.ts'

/** A delivery on its way to the shelf. */
export function Receive({ items }: { items: readonly ItemView[] }) {
  const receive = useReceive()
  const currency = useCurrency()
  const [item, setItem] = useState<string>()
  const [code, setCode] = useState('')
  const [amount, setAmount] = useState<number | null>(null)
  const [price, setPrice] = useState<number | null>(null)
  const [bestBefore, setBestBefore] = useState<string | null>(null)
  const [tried, setTried] = useState(false)
  const missing = [
    ...(item ? [] : [words.item]),
    ...(code.trim() ? [] : [words.code]),
    ...(amount ? [] : [words.amount]),
  ]
  return (
    <section className="card" aria-labelledby="receive">
      <h2 id="receive">{words.receive}</h2>
      <form
        className="in-columns receive"
        onSubmit={(e) => {
          e.preventDefault()
          setTried(true)
          if (missing.length > 0) return
          receive.mutate(
            { item: item!, code: code.trim(), amount: amount!, price: price ?? 0, bestBefore },
            {
              onSuccess: () => {
                setTried(false)
                setCode('')
                setAmount(null)
              },
            },
          )
        }}
      >
        <span className="beside">
          {words.item}
          <Select
            aria-label={words.item}
            showSearch={{ optionFilterProp: 'label' }}
            value={item ?? null}
            onChange={(id: string) => setItem(id)}
            options={items.map((i) => ({ value: i.item, label: nameOf(i) }))}
          />
        </span>
        <span className="beside">
          {words.code}
          <Input aria-label={words.code} maxLength={60} value={code} onChange={(e) => setCode(e.target.value)} />
        </span>
        <span className="beside">
          {words.amount}
          <InputNumber
            className="whole"
            aria-label={words.amount}
            min={0.1}
            value={amount}
            onChange={(v) => setAmount(typeof v === 'number' ? v : null)}
          />
        </span>
        <span className="beside">
          {words.price}
          <MoneyField label={words.price} currency={currency} value={price} onChange={setPrice} />
        </span>
        <span className="beside">
          {words.bestBefore}
          <DayField label={words.bestBefore} value={bestBefore} onChange={setBestBefore} />
        </span>
        <Button type="primary" htmlType="submit" loading={receive.isPending}>
          {words.put}
        </Button>
      </form>
      {tried && missing.length > 0 && <p role="alert">{words.missing(missing)}</p>}
      {receive.isError && <ErrorNotice error={receive.error} />}
    </section>
  )
}
