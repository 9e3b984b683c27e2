import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { entryLimit } from '#core/drying/ozone.ts'
import { refusal } from '#core/job/allow.ts'
import { minutesLeft, type Ozone } from '#core/job/ozone.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { clockIn } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  ozone: Ozone
  person: string
  /** ISO moment. */
  now: string
  mayWork: boolean
  busy: boolean
  error: Error | null
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** A car with ozone in it: nobody inside, not before which time, and the meter's reading that alone lets somebody in. */
export function OzoneCard({ view, ozone, person, now, mayWork, busy, error, onAppend }: Props) {
  const { timeZone } = useSignedIn()
  const [ppm, setPpm] = useState<number | null>(null)
  const { run, air, began, opened, reading } = ozone
  if (began === null) return null
  const step = opened === null ? run : air
  const since = opened ?? began
  const left = minutesLeft(since, step.minutes, now)
  const until = clockIn(timeZone, Date.parse(since) + step.minutes * 60_000)
  const finish: NewEvent = { type: 'step-finished', data: { step: step.id } }
  const no = refusal(finish as never, view.procedure, view.state, { person, leads: false }, [], now)
  return (
    <section className="now-card stop-card stack" aria-label={words.ozone.title}>
      <div className="card">
        <h2 data-now={step.id}>{words.ozone.title}</h2>
        <p className="big-line" role="status">
          {opened === null ? words.ozone.runs(until, left) : words.ozone.airs(until, left)}
        </p>
        {run.ozone && opened === null && <p>{words.ozone.reaches(run.ozone.peak)}</p>}
        <ul>
          {words.ozone.doing[opened === null ? 'run' : 'air'].map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {reading && <p>{words.ozone.read(reading.ppm, clockIn(timeZone, reading.at), entryLimit)}</p>}
        {no && <p className="soft">{speak.refusal(no)}</p>}
        {error && <ErrorNotice error={error} />}
      </div>
      {mayWork && opened !== null && (
        <div className="card row">
          <InputNumber
            size="large"
            aria-label={words.ozone.ppm}
            placeholder={words.ozone.ppm}
            min={0}
            max={1000}
            step={0.01}
            value={ppm}
            onChange={setPpm}
          />
          <Button
            size="large"
            className="glove"
            disabled={busy}
            onClick={() => {
              if (ppm !== null) void onAppend({ type: 'air-read', data: { ppm } }).then((ok) => ok && setPpm(null))
            }}
          >
            {words.ozone.say}
          </Button>
        </div>
      )}
      {mayWork && (
        <div className="now-buttons alone">
          <Button
            type="primary"
            size="large"
            block
            disabled={busy || no !== undefined}
            onClick={() => void onAppend(finish)}
          >
            {opened === null ? words.ozone.off : words.ozone.enter}
          </Button>
        </div>
      )}
    </section>
  )
}
