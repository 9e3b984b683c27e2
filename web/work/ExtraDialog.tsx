import { Input, InputNumber, Modal, Segmented } from 'antd'
import { useState } from 'react'
import type { NewEvent } from '#web/client/ledger.ts'
import { useCurrency } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import { words } from '#words/en/screens/work.ts'

interface Props {
  open: boolean
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

type How = 'phone' | 'message' | 'here'

/** More work than was agreed: what, for how much, how long, and who took it, before it starts. */
export function ExtraDialog({ open, error, onClose, onAppend }: Props) {
  const currency = useCurrency()
  const [what, setWhat] = useState('')
  const [price, setPrice] = useState<number | null>(null)
  const [minutes, setMinutes] = useState<number | null>(null)
  const [by, setBy] = useState('')
  const [how, setHow] = useState<How>('phone')
  const [busy, setBusy] = useState(false)
  const isWhole = what.trim().length >= 3 && by.trim() !== '' && price !== null && minutes !== null
  const record = async () => {
    if (price === null || minutes === null) return
    setBusy(true)
    const data = { what: what.trim(), price, currency, minutes, by: by.trim(), how }
    const stands = await onAppend({ type: 'extra-agreed', data }).finally(() => setBusy(false))
    if (!stands) return
    setWhat('')
    onClose()
  }
  return (
    <Modal
      title={words.extraTitle}
      open={open}
      onCancel={onClose}
      onOk={() => void record()}
      okText={words.extraSay}
      confirmLoading={busy}
      okButtonProps={{ disabled: !isWhole }}
    >
      <div className="stack">
        <p className="soft">{words.extraLead}</p>
        <Input
          aria-label={words.extraWhat}
          placeholder={words.extraWhat}
          maxLength={200}
          value={what}
          onChange={(e) => setWhat(e.target.value)}
        />
        <div className="row">
          <MoneyField id="extra-price" label={words.extraPrice} currency={currency} value={price} onChange={setPrice} />
          <InputNumber
            aria-label={words.extraMinutes}
            placeholder={words.extraMinutes}
            className="field-m"
            min={0}
            max={1440}
            precision={0}
            value={minutes}
            onChange={setMinutes}
          />
        </div>
        <Input
          aria-label={words.extraBy}
          placeholder={words.extraBy}
          maxLength={80}
          value={by}
          onChange={(e) => setBy(e.target.value)}
        />
        <Segmented<How>
          aria-label={words.extraHow}
          value={how}
          onChange={setHow}
          options={(['phone', 'message', 'here'] as const).map((value) => ({ value, label: words.extraHows[value] }))}
        />
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
