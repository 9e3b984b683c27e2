import { Button } from 'antd'
import { useState } from 'react'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { HandOnDialog } from './HandOnDialog.tsx'
import { OtherSteps } from './OtherSteps.tsx'
import { StuckDialog } from './StuckDialog.tsx'

interface Props {
  view: AtWork
  step: Step
  person: string
  /** They are on it, or laid it down. */
  mine: boolean
  running: boolean
  others: readonly Step[]
  error: Error | null
  busy: boolean
  onTake: (step: string) => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** When a step does not go on as it should: the lead, somebody else, or something else. */
export function CannotGoOn({ view, step, person, mine, running, others, error, busy, onTake, onAppend }: Props) {
  const [open, setOpen] = useState<'stuck' | 'hand' | 'other'>()
  const close = () => setOpen(undefined)
  return (
    <div className="cannot">
      <Button size="large" className="glove" disabled={busy} onClick={() => setOpen('stuck')}>
        {words.stuck}
      </Button>
      {mine && (
        <Button size="large" className="glove" disabled={busy} onClick={() => setOpen('hand')}>
          {words.handOn}
        </Button>
      )}
      {!running && (
        <Button size="large" className="glove" onClick={() => setOpen('other')}>
          {words.other}
        </Button>
      )}
      {open === 'stuck' && (
        <StuckDialog job={view.job.id} step={step} error={error} onClose={close} onAppend={onAppend} />
      )}
      {open === 'hand' && (
        <HandOnDialog view={view} step={step} person={person} error={error} onClose={close} onAppend={onAppend} />
      )}
      <OtherSteps
        open={open === 'other'}
        steps={others}
        onClose={close}
        onTake={(id) => {
          close()
          onTake(id)
        }}
      />
    </div>
  )
}
