import { Button } from 'antd'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { DwellTimer } from '#web/ui/DwellTimer.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  now: number
  /** Shown with the step on the card already. */
  besides: string | undefined
  busy: boolean
  onAppend: (event: NewEvent) => unknown
}

const isPast = (startedAt: string, max: number, now: number) => now >= Date.parse(startedAt) + max * 60_000

/** Every dwell that runs in this car, and what to do about those that ran too long. */
export function Timers({ view, now, besides, busy, onAppend }: Props) {
  const timers = view.state.timers.filter((t) => t.step !== besides || isPast(t.startedAt, t.max, now))
  if (timers.length === 0) return null
  return (
    <section className="card" aria-label={words.dwells}>
      <h2 className="minor">{words.dwells}</h2>
      <ul className="plain rows">
        {timers.map((timer) => {
          const step = view.procedure.steps.find((s) => s.id === timer.step)
          const title = step ? speak.title(step.title) : timer.step
          return (
            <li key={timer.step} className="dries">
              <span>{title}</span>
              <DwellTimer timer={timer} now={now} />
              {isPast(timer.startedAt, timer.max, now) && (
                <span className="row meter">
                  {(['misted', 'pulled'] as const).map((did) => (
                    <Button
                      key={did}
                      size="large"
                      className="glove"
                      disabled={busy}
                      aria-label={`${words.driedOn[did]}: ${title}`}
                      onClick={() => onAppend({ type: 'dried-on', data: { step: timer.step, did } })}
                    >
                      {words.driedOn[did]}
                    </Button>
                  ))}
                </span>
              )}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
