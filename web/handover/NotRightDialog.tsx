import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { usePhotoWith } from '#web/client/photos.ts'
import { useFailRecheck } from '#web/client/recheck.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PhotoField } from '#web/ui/PhotoField.tsx'
import { words } from '#words/en/screens/handover.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  job: string
  place: PlaceToCheck
  /** What of the place was worked, and can be worked again. */
  worked: readonly string[]
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** A place that is not right: it is treated again by the next way, or stays and is told. */
export function NotRightDialog({ job, place, worked, error, onClose, onAppend }: Props) {
  const photo = usePhotoWith(job)
  const again = useFailRecheck(job)
  const [note, setNote] = useState('')
  const [busy, setBusy] = useState(false)
  const isSaid = note.trim().length >= 3
  const say = async (treat: boolean) => {
    setBusy(true)
    try {
      const shown = await photo.named({ kind: 'after', surface: worked[0] }).catch(() => ({}))
      const data = { place: place.id, note: note.trim(), ...shown }
      if (!(await onAppend({ type: 'check-failed', data }))) return
      if (treat) await again.mutateAsync({ surfaces: [...worked], wicked: false, note: note.trim() })
      onClose()
    } catch {
      // What is wrong is shown; what was written stays.
    } finally {
      setBusy(false)
    }
  }
  const failed = error ?? again.error
  return (
    <Modal title={`${words.fail}: ${speak.placeToCheck(place)}`} open onCancel={onClose} footer={null}>
      <div className="stack">
        <Input.TextArea
          aria-label={words.note}
          placeholder={words.note}
          value={note}
          maxLength={500}
          rows={3}
          onChange={(e) => setNote(e.target.value)}
        />
        <PhotoField label={words.notePhoto} photo={photo.photo} onChange={photo.setPhoto} />
        {failed && <ErrorNotice error={failed} />}
        <div className="row">
          {worked.length > 0 && (
            <Button type="primary" size="large" disabled={!isSaid || busy} onClick={() => void say(true)}>
              {words.treatAgain}
            </Button>
          )}
          <Button size="large" disabled={!isSaid || busy} onClick={() => void say(false)}>
            {words.keepNote}
          </Button>
          <Button size="large" onClick={onClose}>
            {words.cancel}
          </Button>
        </div>
      </div>
    </Modal>
  )
}
