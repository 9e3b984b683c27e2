import { Input, Modal, Select } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { usePhotoWith } from '#web/client/photos.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PhotoField } from '#web/ui/PhotoField.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  job: string
  open: boolean
  surfaces: readonly Surface[]
  damages: WordedCatalogue['damages']
  onClose: () => void
  /** @returns whether it stands */
  onAppend: (event: NewEvent) => Promise<boolean>
  error: Error | null
}

/** Damage that comes to light during the work is written down at once, with its time and if possible a photo, so that nobody is blamed. */
export function DamageDialog({ job, open, surfaces, damages, onClose, onAppend, error }: Props) {
  const photo = usePhotoWith(job)
  const [surface, setSurface] = useState<string>()
  const [kind, setKind] = useState(damages[0]?.id ?? '')
  const [note, setNote] = useState('')
  const [saying, setSaying] = useState(false)
  const record = async () => {
    if (!surface) return
    const shown = await photo.named({ kind: 'damage', surface }).catch(() => undefined)
    // Without the photo it was meant to have, nothing is said: try again, or take the file out.
    if (!shown) return
    setSaying(true)
    const stands = await onAppend({
      type: 'damage-found',
      data: { surface, kind, note: note.trim(), ...shown },
    }).finally(() => setSaying(false))
    if (!stands) return
    setNote('')
    photo.setPhoto(undefined)
    onClose()
  }
  return (
    <Modal
      title={words.damageTitle}
      open={open}
      onCancel={onClose}
      onOk={() => void record()}
      okText={words.damageSay}
      confirmLoading={photo.isPending || saying}
      okButtonProps={{ disabled: !surface }}
    >
      <div className="stack near">
        <p className="soft">{words.damageLead}</p>
        <Select
          aria-label={words.damageWhere}
          placeholder={words.damageWhere}
          showSearch={{ optionFilterProp: 'label' }}
          value={surface}
          onChange={setSurface}
          options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
        />
        <Select
          aria-label={words.damageKind}
          value={kind}
          onChange={setKind}
          options={damages.map((d) => ({ value: d.id, label: d.name }))}
        />
        <Input
          aria-label={words.damageNote}
          placeholder={words.damageNote}
          maxLength={300}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        <PhotoField label={words.damagePhoto} photo={photo.photo} onChange={photo.setPhoto} />
        {photo.error && <ErrorNotice error={photo.error} />}
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
