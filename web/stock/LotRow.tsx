import { Button, Input, InputNumber } from 'antd'
import { useState } from 'react'
import type { ItemView, LotView } from '#server/stock/views.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/stock.ts'
import { say } from './amounts.ts'
import { useCount } from './api.ts'

/** One lot on the shelf, and its counting. */
export function LotRow({ item, lot, may }: { item: ItemView; lot: LotView; may: boolean }) {
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
