import { Button } from 'antd'
import { useState } from 'react'
import type { StepState } from '#core/job/schema.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { ReasonDialog } from '#web/ui/ReasonDialog.tsx'
import { words } from '#words/en/screens/work.ts'
import { PauseDialog } from './PauseDialog.tsx'

interface Props {
  step: Pick<Step, 'id'>
  at: StepState
  /** Whoever looks at it is on it. */
  running: boolean
  busy: boolean
  /** What the big button says when it is over, and what it is asked when it is left out. */
  done: string
  why: string
  /** It may not be finished now. */
  held?: boolean
  /** This person may not leave it out. */
  stays?: boolean
  error: Error | null
  /** Said when leaving out is asked about: the dialog then shows the error itself. */
  onSkipping?: (open: boolean) => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** The big buttons of a step: start, over, pause, leave out with a reason. */
export function StepButtons({ step, at, running, busy, done, why, held, stays, error, onSkipping, onAppend }: Props) {
  const [skipping, setSkipping] = useState(false)
  const [pausing, setPausing] = useState(false)
  const skip = (open: boolean) => {
    setSkipping(open)
    onSkipping?.(open)
  }
  const append = (type: 'step-started' | 'step-finished') => void onAppend({ type, data: { step: step.id } })
  const pause = (reason: string | undefined) => {
    setPausing(false)
    void onAppend({ type: 'step-paused', data: { step: step.id, ...(reason ? { reason } : {}) } })
  }
  return (
    <>
      <div className="now-buttons">
        {running ? (
          <Button type="primary" disabled={busy || held} onClick={() => append('step-finished')}>
            {done}
          </Button>
        ) : (
          <Button type="primary" disabled={busy} onClick={() => append('step-started')}>
            {at.status === 'paused' ? words.again : words.start}
          </Button>
        )}
        <Button disabled={busy || !running} onClick={() => setPausing(true)}>
          {words.pause}
        </Button>
        {!stays && (
          <Button disabled={busy} onClick={() => skip(true)}>
            {words.skip}
          </Button>
        )}
      </div>
      <PauseDialog open={pausing} onClose={() => setPausing(false)} onPause={pause} />
      <ReasonDialog
        question={why}
        yes={words.skipIt}
        no={words.keep}
        open={skipping}
        error={error}
        onClose={() => skip(false)}
        onAnswer={(reason) => onAppend({ type: 'step-skipped', data: { step: step.id, reason } })}
      />
    </>
  )
}
