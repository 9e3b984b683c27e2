import { Input, InputNumber, Modal } from 'antd'
import { useState } from 'react'
import type { NewEvent } from '#web/client/ledger.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/job-record.ts'

interface Props {
  step: { id: string; name: string; took: number }
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** What a step really took, and why the taps say otherwise. */
export function CorrectTime({ step, error, onClose, onAppend }: Props) {
  const [minutes, setMinutes] = useState<number | null>(Math.max(1, Math.round(step.took)))
  const [reason, setReason] = useState('')
  const [busy, setBusy] = useState(false)
  const set = async () => {
    if (minutes === null) return
    setBusy(true)
    const data = { step: step.id, minutes, reason: reason.trim() }
    if (await onAppend({ type: 'time-corrected', data }).finally(() => setBusy(false))) onClose()
  }
  return (
    <Modal
      open
      title={words.correctOf(step.name)}
      onCancel={onClose}
      onOk={() => void set()}
      okText={words.save}
      cancelText={words.cancel}
      confirmLoading={busy}
      okButtonProps={{ disabled: minutes === null || reason.trim().length < 3 }}
    >
      <div className="stack">
        <p className="soft">{words.correctLead}</p>
        <label className="stack close" htmlFor="correct-minutes">
          {words.minutes}
          <InputNumber id="correct-minutes" min={0.2} max={1440} value={minutes} onChange={setMinutes} />
        </label>
        <label className="stack close" htmlFor="correct-why">
          {words.why}
          <Input id="correct-why" maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
        </label>
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
