import { Input, Modal } from 'antd'
import { useState } from 'react'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { usePhotoWith } from '#web/client/photos.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PhotoField } from '#web/ui/PhotoField.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  job: string
  step: Step
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** Somebody cannot go on: what it is, a photo where it helps, and they are free for another step while the lead is told. */
export function StuckDialog({ job, step, error, onClose, onAppend }: Props) {
  const photo = usePhotoWith(job)
  const [note, setNote] = useState('')
  const [busy, setBusy] = useState(false)
  const say = async () => {
    setBusy(true)
    const shown = await photo.named({ kind: 'damage', surface: undefined }).catch(() => ({}))
    // What is said goes out all the same: the lead comes sooner than a photo over a bad line.
    const data = { step: step.id, note: note.trim(), ...shown }
    const stands = await onAppend({ type: 'stuck', data }).finally(() => setBusy(false))
    if (stands) onClose()
  }
  return (
    <Modal
      title={words.stuckTitle(speak.title(step.title))}
      open
      onCancel={onClose}
      onOk={() => void say()}
      okText={words.stuckSay}
      confirmLoading={busy}
      okButtonProps={{ disabled: note.trim().length < 3 }}
    >
      <div className="stack">
        <p className="soft">{words.stuckLead}</p>
        <Input.TextArea
          aria-label={words.stuckWhat}
          placeholder={words.stuckWhat}
          rows={2}
          maxLength={500}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        <PhotoField label={words.stuckPhoto} photo={photo.photo} onChange={photo.setPhoto} />
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
