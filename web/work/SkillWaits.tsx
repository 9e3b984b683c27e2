import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { lackedSkill } from '#core/job/allow.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useCatalogue, useMay } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { PickName } from '#web/ui/PickName.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  steps: readonly Step[]
  error: Error | null
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** Steps that only a skill stands in the way of: who holds it, and a lead's way to let somebody do it all the same. */
export function SkillWaits({ view, steps, error, onAppend }: Props) {
  const leads = useMay('procedure.issue')
  const catalogue = useCatalogue()
  const [letting, setLetting] = useState<Step>()
  if (steps.length === 0) return null
  const named = (id: string) => catalogue.data?.skills.find((s) => s.id === id)?.name ?? id
  const trainedOnly = (step: Step) =>
    step.skills.some((id) => catalogue.data?.skills.find((s) => s.id === id)?.trained === true)
  const holders = (step: Step) =>
    Object.entries(view.skills)
      .filter(([, skills]) => lackedSkill(step, { skills }) === undefined)
      .map(([id]) => view.names[id] ?? id)
  return (
    <section className="card" aria-label={words.skillWaits}>
      <h2 className="minor">{words.skillWaits}</h2>
      <ul className="plain rows">
        {steps.map((step) => (
          <li key={step.id}>
            <span>
              {speak.title(step.title)}
              <br />
              <span className="soft">{words.skillOf(step.skills.map(named), holders(step))}</span>
            </span>
            {leads && !trainedOnly(step) && (
              <Button size="large" onClick={() => setLetting(step)}>
                {words.skillLet}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {letting && (
        <LetDialog view={view} step={letting} error={error} onClose={() => setLetting(undefined)} onAppend={onAppend} />
      )}
    </section>
  )
}

function LetDialog({
  view,
  step,
  error,
  onClose,
  onAppend,
}: Omit<Props, 'steps'> & { step: Step; onClose: () => void }) {
  const [person, setPerson] = useState<string>()
  const [reason, setReason] = useState('')
  const [busy, setBusy] = useState(false)
  const untrained = Object.entries(view.skills).filter(([, skills]) => lackedSkill(step, { skills }) !== undefined)
  const append = async () => {
    setBusy(true)
    const data = { step: step.id, person: person!, reason: reason.trim() }
    const stands = await onAppend({ type: 'skill-waived', data }).finally(() => setBusy(false))
    if (stands) onClose()
  }
  return (
    <Modal
      title={words.skillLetTitle(speak.title(step.title))}
      open
      onCancel={onClose}
      onOk={() => void append()}
      okText={words.skillLet}
      cancelText={words.skillNot}
      confirmLoading={busy}
      okButtonProps={{ disabled: !person || reason.trim().length < 3 }}
    >
      <div className="stack">
        <PickName
          question={words.skillWho}
          people={untrained.map(([id]) => ({ id, name: view.names[id] ?? id }))}
          picked={person}
          onPick={setPerson}
        />
        <Input.TextArea
          aria-label={words.skillWhy}
          placeholder={words.skillWhy}
          rows={2}
          maxLength={500}
          value={reason}
          onChange={(e) => setReason(e.target.value)}
        />
        {error && <ErrorNotice error={error} />}
      </div>
    </Modal>
  )
}
