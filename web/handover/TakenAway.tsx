import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/handover.ts'

interface Props {
  busy: boolean
  error: Error | null
  /** @returns whether it stands */
  onTaken: (to: string, why: string) => Promise<boolean>
}

/** Lets a car go before it is finished, to somebody and for a reason that its owner reads. */
export function TakenAway({ busy, error, onTaken }: Props) {
  const [open, setOpen] = useState(false)
  const [to, setTo] = useState('')
  const [why, setWhy] = useState('')
  const close = () => setOpen(false)
  return (
    <>
      <Button size="large" onClick={() => setOpen(true)}>
        {words.takenAway}
      </Button>
      <Modal
        title={words.takenAway}
        open={open}
        onCancel={close}
        onOk={() => void onTaken(to.trim(), why.trim()).then((stands) => stands && close())}
        confirmLoading={busy}
        okText={words.letGo}
        cancelText={words.cancel}
        okButtonProps={{ disabled: !to.trim() || why.trim().length < 3 }}
      >
        <div className="stack">
          <p>{words.takenAwayWhat}</p>
          <Input
            aria-label={words.to}
            placeholder={words.to}
            value={to}
            maxLength={80}
            onChange={(e) => setTo(e.target.value)}
          />
          <Input.TextArea
            aria-label={words.whyTaken}
            placeholder={words.whyTaken}
            value={why}
            maxLength={500}
            rows={3}
            onChange={(e) => setWhy(e.target.value)}
          />
          {error && <ErrorNotice error={error} />}
        </div>
      </Modal>
    </>
  )
}
