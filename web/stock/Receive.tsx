import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import type { ItemView } from '#server/stock/views.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/stock.ts'
import { nameOf } from './amounts.ts'
import { useReceive } from './api.ts'

/** A delivery on its way to the shelf. */
export function Receive({ items }: { items: readonly ItemView[] }) {
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
          showSearch={{ optionFilterProp: 'label' }}
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
