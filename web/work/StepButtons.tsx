import { Button } from 'antd'
import { useState } from 'react'
import type { StepState } from '#core/job/schema.ts'
import type { Step } from '#core/procedures/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { ReasonDialog } from '#web/ui/ReasonDialog.tsx'
import { words } from '#words/en/screens/work.ts'

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
  const skip = (open: boolean) => {
    setSkipping(open)
    onSkipping?.(open)
  }
  const append = (type: 'step-started' | 'step-finished' | 'step-paused') =>
    void onAppend({ type, data: { step: step.id } })
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
        <Button disabled={busy || !running} onClick={() => append('step-paused')}>
          {words.pause}
        </Button>
        {!stays && (
          <Button disabled={busy} onClick={() => skip(true)}>
            {words.skip}
          </Button>
        )}
      </div>
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
