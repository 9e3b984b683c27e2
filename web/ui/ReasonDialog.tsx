import { Input, Modal } from 'antd'
import { useState } from 'react'

interface Props {
  question: string
  yes: string
  no: string
  open: boolean
  onClose: () => void
  onSay: (reason: string) => void
}

/** Asks for a reason in words, three letters at least, before something is recorded with it. */
export function ReasonDialog({ question, yes, no, open, onClose, onSay }: Props) {
  const [reason, setReason] = useState('')
  const say = () => {
    onSay(reason.trim())
    setReason('')
    onClose()
  }
  return (
    <Modal
      title={question}
      open={open}
      onCancel={onClose}
      onOk={say}
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
    </Modal>
  )
}
