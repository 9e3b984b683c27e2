import { Button, Input, Modal } from 'antd'
import { useState } from 'react'
import { lackedSkill } from '#core/job/allow.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { Say } from '#web/client/ledger.ts'
import { useCatalogue, useMay } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { PickName } from '#web/ui/PickName.tsx'
import { Told } from '#web/ui/Told.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  steps: readonly Step[]
  error: Error | null
  onSay: (say: Say) => Promise<boolean>
}

/** Steps that only a skill stands in the way of: who holds it, and a lead's way to let somebody do it all the same. */
export function SkillWaits({ view, steps, error, onSay }: Props) {
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
        <LetDialog view={view} step={letting} error={error} onClose={() => setLetting(undefined)} onSay={onSay} />
      )}
    </section>
  )
}

function LetDialog({ view, step, error, onClose, onSay }: Omit<Props, 'steps'> & { step: Step; onClose: () => void }) {
  const [person, setPerson] = useState<string>()
  const [reason, setReason] = useState('')
  const [busy, setBusy] = useState(false)
  const untrained = Object.entries(view.skills).filter(([, skills]) => lackedSkill(step, { skills }) !== undefined)
  const say = async () => {
    setBusy(true)
    const data = { step: step.id, person: person!, reason: reason.trim() }
    const stands = await onSay({ type: 'skill-waived', data }).finally(() => setBusy(false))
    if (stands) onClose()
  }
  return (
    <Modal
      title={words.skillLetTitle(speak.title(step.title))}
      open
      onCancel={onClose}
      onOk={() => void say()}
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
        {error && <Told error={error} />}
      </div>
    </Modal>
  )
}
