import { Input, Modal } from 'antd'
import { useState } from 'react'
import { lackedSkill } from '#core/job/allow.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PickName } from '#web/ui/PickName.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  step: Step
  person: string
  error: Error | null
  onClose: () => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** Lays a step down for somebody else who can go on with it; it stands first on their card. */
export function HandOnDialog({ view, step, person, error, onClose, onAppend }: Props) {
  const [to, setTo] = useState<string>()
  const [note, setNote] = useState('')
  const [busy, setBusy] = useState(false)
  const able = Object.entries(view.names).filter(
    ([id]) => id !== person && view.skills[id] && lackedSkill(step, { skills: view.skills[id] }) === undefined,
  )
  const hand = async () => {
    setBusy(true)
    const said = note.trim()
    const data = { step: step.id, to: to!, ...(said ? { note: said } : {}) }
    const stands = await onAppend({ type: 'step-handed', data }).finally(() => setBusy(false))
    if (stands) onClose()
  }
  return (
    <Modal
      title={words.handOnTitle(speak.title(step.title))}
      open
      onCancel={onClose}
      onOk={() => void hand()}
      okText={words.handIt}
      cancelText={words.keep}
      confirmLoading={busy}
      okButtonProps={{ disabled: to === undefined }}
    >
      <div className="stack">
        <PickName
          question={words.handTo}
          people={able.map(([id, name]) => ({ id, name }))}
          picked={to}
          onPick={setTo}
        />
        <Input
          aria-label={words.handNote}
          placeholder={words.handNote}
          maxLength={300}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
