import { Input, Modal } from 'antd'
import { useState } from 'react'
import { ErrorNotice } from './ErrorNotice.tsx'

interface Props {
  question: string
  yes: string
  no: string
  open: boolean
  /** Why it did not stand. */
  error?: Error | null
  onClose: () => void
  /** @returns whether it stands; the dialog stays open, with what was written, when it does not */
  onAnswer: (reason: string) => Promise<boolean>
}

/** Asks for a reason in words, three letters at least, before something is recorded with it. */
export function ReasonDialog({ question, yes, no, open, error, onClose, onAnswer }: Props) {
  const [reason, setReason] = useState('')
  const [busy, setBusy] = useState(false)
  const say = async () => {
    setBusy(true)
    const stands = await onAnswer(reason.trim()).finally(() => setBusy(false))
    if (!stands) return
    setReason('')
    onClose()
  }
  return (
    <Modal
      title={question}
      open={open}
      onCancel={onClose}
      onOk={() => void say()}
      confirmLoading={busy}
      okText={yes}
      cancelText={no}
      okButtonProps={{ disabled: reason.trim().length < 3 }}
    >
      <Input.TextArea
        aria-label={question}
        value={reason}
        maxLength={500}
        rows={3}
        onChange={(e) => setReason(e.target.value)}
      />
      {error && <ErrorNotice error={error} />}
    </Modal>
  )
}
