import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { dryMinutes, wettingEnded } from '#core/job/moisture.ts'
import { isOver } from '#core/job/reduce.ts'
import { inTodaysAir } from '#core/job/todays-air.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes, sentence } from '#core/units/format.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { saidAt } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { useMeter } from './useMeter.ts'

interface Props {
  view: AtWork
  mayWork: boolean
  busy: boolean
  onAppend: (event: NewEvent) => unknown
}

/** Where it dries; what else passes by itself is called as it is. */
const placeOf = ({ title }: Step) =>
  title.code === 'dry-out' ? sentence(speak.group(title.facts.group, title.facts.rows)) : speak.title(title)

interface MeterProps extends Pick<Props, 'view' | 'busy' | 'onAppend'> {
  place: string
  step: Step
}

/** What a moisture meter reads there: held to it, or typed. */
function Meter({ view, place, step, busy, onAppend }: MeterProps) {
  const [typed, setTyped] = useState<number | null>(null)
  const [listening, setListening] = useState(false)
  const { grams, lost } = useMeter(view.job.id, step.id, listening)
  const reads = listening ? (grams ?? null) : typed
  return (
    <span className="row meter">
      <InputNumber
        className="field-s"
        size="large"
        aria-label={words.meterOf(place)}
        placeholder={words.meter}
        min={0}
        max={20_000}
        readOnly={listening}
        value={reads}
        onChange={setTyped}
      />
      {view.metered && (
        <Button
          size="large"
          aria-pressed={listening}
          aria-label={`${words.meterOn}: ${place}`}
          onClick={() => setListening(!listening)}
        >
          {listening ? words.meterOff : words.meterOn}
        </Button>
      )}
      {lost && (
        <span className="soft" role="status">
          {words.meterLost}
        </span>
      )}
      <Button
        size="large"
        disabled={busy || reads === null}
        aria-label={`${words.read}: ${place}`}
        onClick={() => {
          if (reads === null) return
          void onAppend({ type: 'moisture-read', data: { step: step.id, grams: reads } })
          setTyped(null)
        }}
      >
        {words.read}
      </Button>
    </span>
  )
}

/** What passes by itself now, until somebody finds it dry. */
export function Drying({ view, mayWork, busy, onAppend }: Props) {
  const { state } = view
  const procedure = inTodaysAir(view.procedure, view.outside)
  const onSheet = new Map(view.procedure.steps.map((s) => [s.id, s.minutes]))
  const drying = procedure.steps.filter(
    (s) =>
      s.crew === 0 &&
      !isOver(state, s.id) &&
      procedure.links.filter((l) => l.to === s.id).every((l) => isOver(state, l.from)),
  )
  const { timeZone } = useSignedIn()
  if (drying.length === 0) return null
  /** When it should be dry, and what a meter makes of that. */
  const saidOf = (s: Step) => {
    const since = wettingEnded(s, procedure, state)
    if (s.treatment !== 'dry' || since === undefined) return words.about(sayMinutes(s.minutes))
    const at = (minutes: number) => saidAt(timeZone, Date.parse(since) + minutes * 60_000)
    const readings = (state.moisture ?? []).filter((r) => r.step === s.id && r.at >= since).length
    if (readings === 0) {
      const issued = onSheet.get(s.id)!
      return issued === s.minutes ? words.dryAbout(at(s.minutes)) : words.dryInTodaysAir(at(s.minutes), at(issued))
    }
    return words.byMeter(at(s.minutes), at(dryMinutes(s, procedure, state, since)), readings)
  }
  return (
    <section className="card" aria-label={words.drying}>
      <div className="row spread">
        <h2 className="minor">{words.drying}</h2>
        <Link to={`/jobs/${view.job.id}/drying`} className="in-text">
          {words.howItDries}
        </Link>
      </div>
      <ul className="plain rows">
        {drying.map((s) => (
          <li key={s.id} className="dries">
            <span>
              <strong>{placeOf(s)}</strong> <span className="soft">{saidOf(s)}</span>
            </span>
            {mayWork && (
              <Button
                size="large"
                className="glove"
                disabled={busy}
                aria-label={`${words.dry}: ${speak.title(s.title)}`}
                onClick={() => void onAppend({ type: 'step-finished', data: { step: s.id } })}
              >
                {words.dry}
              </Button>
            )}
            {mayWork && s.treatment === 'dry' && (
              <Meter view={view} place={placeOf(s)} step={s} busy={busy} onAppend={onAppend} />
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
