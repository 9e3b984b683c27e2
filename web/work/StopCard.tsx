import { Button, Form, Input, Modal } from 'antd'
import { useState } from 'react'
import { stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { ReasonDialog } from '#web/ui/ReasonDialog.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { useClearStop } from './api.ts'

interface Props {
  job: string
  view: AtWork
  step: Step
  person: string
  busy: boolean
  error: Error | null
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** A finding that stops: what to do, who may clear it, and the ways on. Nothing of it is ever skipped in silence. */
export function StopCard({ job, view, step, person, busy, error, onAppend }: Props) {
  const [refusing, setRefusing] = useState(false)
  const [clearing, setClearing] = useState(false)
  const leads = useMay('procedure.issue')
  const stop = step.stop!
  const said = speak.step(step)
  const clears = leads || (stop.skill !== null && !stop.specialist)
  const at = stepState(view.state, step.id)
  const running = at.status === 'running' && at.runningBy === person
  const taken = at.status === 'finished'
  const append = (type: 'step-started' | 'step-finished') => void onAppend({ type, data: { step: step.id } })
  return (
    <section className="now-card stop-card stack" aria-label={words.stop}>
      <div className="card">
        <h2 data-now={step.id}>{said.title}</h2>
        <ul>
          {said.stop!.doing.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {step.ppe.length > 0 && <p>{words.stopWear(said.ppe)}</p>}
        <p>
          <strong>{words.stopWho(stop.skill, stop.specialist)}</strong> {words.stopHeld(stop.holds === 'car')}
        </p>
        {speak
          .log(view.state)
          .filter((note) => note.stop === step.id)
          .map((note) => (
            <p key={note.at}>
              <strong>{view.names[note.author]}</strong>: {note.text}
            </p>
          ))}
        {error && !refusing && <ErrorNotice error={error} />}
      </div>
      <div className="now-buttons">
        {stop.taken && !running && !taken && (
          <Button type="primary" disabled={busy} onClick={() => append('step-started')}>
            {words.stopTake}
          </Button>
        )}
        {stop.taken && running && (
          <Button type="primary" disabled={busy} onClick={() => append('step-finished')}>
            {words.stopReady}
          </Button>
        )}
        {(!stop.taken || taken) && clears && (
          <Button type="primary" disabled={busy} onClick={() => setClearing(true)}>
            {words.stopClear}
          </Button>
        )}
        {(!stop.taken || taken) && !clears && <p>{words.stopLead}</p>}
        <Button disabled={busy} onClick={() => setRefusing(true)}>
          {words.stopRefuse}
        </Button>
      </div>
      <ReasonDialog
        question={words.stopRefuseWhy}
        yes={words.stopRefuse}
        no={words.keep}
        open={refusing}
        error={error}
        onClose={() => setRefusing(false)}
        onAnswer={(reason) => onAppend({ type: 'stop-refused', data: { step: step.id, reason } })}
      />
      {clearing && <ClearDialog job={job} step={step} onClose={() => setClearing(false)} />}
    </section>
  )
}

function ClearDialog({ job, step, onClose }: { job: string; step: Step; onClose: () => void }) {
  const clear = useClearStop(job)
  const [form] = Form.useForm<{ note: string; references: Record<string, string> }>()
  return (
    <Modal
      title={words.stopClearTitle}
      open
      onCancel={onClose}
      okText={words.stopClear}
      confirmLoading={clear.isPending}
      onOk={() => form.submit()}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        onFinish={({ note, references = {} }) =>
          clear.mutate({ step: step.id, note: note.trim(), references }, { onSuccess: onClose })
        }
      >
        <p className="soft">{words.stopClearLead}</p>
        {step.stop!.references.map((name) => (
          <Form.Item
            key={name}
            name={['references', name]}
            label={words.stopReference[name] ?? name}
            rules={[{ required: true, whitespace: true, message: words.stopReferenceNeeded }]}
          >
            <Input maxLength={80} />
          </Form.Item>
        ))}
        <Form.Item
          name="note"
          label={words.stopClearNote}
          rules={[{ required: true, min: 3, whitespace: true, message: words.stopNoteNeeded }]}
        >
          <Input.TextArea rows={2} maxLength={500} />
        </Form.Item>
        {clear.isError && <ErrorNotice error={clear.error} />}
      </Form>
    </Modal>
  )
}
