import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import type { IncidentKind } from '#core/job/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { usePhotoWith } from '#web/client/photos.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PhotoField } from '#web/ui/PhotoField.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  job: string
  open: boolean
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

const kinds: readonly IncidentKind[] = ['needle', 'splash', 'breathed', 'burn', 'cut', 'damage', 'other']

/** Somebody is hurt, or something is damaged by the work: first what to do at once, then what happened. */
export function IncidentDialog({ job, open, error, onClose, onAppend }: Props) {
  const photo = usePhotoWith(job)
  const [kind, setKind] = useState<IncidentKind>()
  const [note, setNote] = useState('')
  const [hurt, setHurt] = useState('')
  const [done, setDone] = useState('')
  const [busy, setBusy] = useState(false)
  const record = async () => {
    if (!kind) return
    setBusy(true)
    const shown = await photo.named({ kind: 'damage', surface: undefined }).catch(() => ({}))
    const data = {
      kind,
      note: note.trim(),
      done: done.trim(),
      ...(hurt.trim() ? { hurt: hurt.trim() } : {}),
      ...shown,
    }
    const stands = await onAppend({ type: 'incident', data }).finally(() => setBusy(false))
    if (!stands) return
    setKind(undefined)
    setNote('')
    setHurt('')
    setDone('')
    photo.setPhoto(undefined)
    onClose()
  }
  return (
    <Modal
      title={words.incidentTitle}
      open={open}
      onCancel={onClose}
      onOk={() => void record()}
      okText={words.incidentSay}
      confirmLoading={busy}
      okButtonProps={{ disabled: kind === undefined || note.trim().length < 3 }}
    >
      <div className="stack">
        <div className="hazards">
          {kinds.map((k) => (
            <Button key={k} className="glove" aria-pressed={kind === k} onClick={() => setKind(k)}>
              {speak.incident(k)}
            </Button>
          ))}
        </div>
        {kind && <div className="caution">{speak.firstAid(kind)}</div>}
        <Input.TextArea
          aria-label={words.incidentWhat}
          placeholder={words.incidentWhat}
          rows={2}
          maxLength={1000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        <Input
          aria-label={words.incidentHurt}
          placeholder={words.incidentHurt}
          maxLength={80}
          value={hurt}
          onChange={(e) => setHurt(e.target.value)}
        />
        <Input
          aria-label={words.incidentDone}
          placeholder={words.incidentDone}
          maxLength={500}
          value={done}
          onChange={(e) => setDone(e.target.value)}
        />
        <PhotoField label={words.incidentPhoto} photo={photo.photo} onChange={photo.setPhoto} />
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
