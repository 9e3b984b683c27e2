import { Button, InputNumber } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { dryMinutes, wettingEnded } from '#core/job/moisture.ts'
import { isOver } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes, sentence } from '#core/units/format.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { saidAt } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  mayWork: boolean
  busy: boolean
  onAppend: (event: NewEvent) => unknown
}

/** Where it dries; what else passes by itself is called as it is. */
const placeOf = ({ title }: Step) =>
  title.code === 'dry-out' ? sentence(speak.group(title.facts.group, title.facts.rows)) : speak.title(title)

/** What a moisture meter reads there. */
function Meter({ place, step, busy, onAppend }: { place: string; step: Step } & Pick<Props, 'busy' | 'onAppend'>) {
  const [grams, setGrams] = useState<number | null>(null)
  return (
    <span className="row">
      <InputNumber
        className="field-s"
        size="large"
        aria-label={words.meterOf(place)}
        placeholder={words.meter}
        min={0}
        max={20_000}
        value={grams}
        onChange={setGrams}
      />
      <Button
        size="large"
        disabled={busy}
        aria-label={`${words.read}: ${place}`}
        onClick={() => {
          if (grams === null) return
          void onAppend({ type: 'moisture-read', data: { step: step.id, grams } })
          setGrams(null)
        }}
      >
        {words.read}
      </Button>
    </span>
  )
}

/** What passes by itself now, until somebody finds it dry. */
export function Drying({ view, mayWork, busy, onAppend }: Props) {
  const { procedure, state } = view
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
    if (readings === 0) return words.dryAbout(at(s.minutes))
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
          <li key={s.id}>
            <span>
              {placeOf(s)} <span className="soft">{saidOf(s)}</span>
            </span>
            {mayWork && s.treatment === 'dry' && <Meter place={placeOf(s)} step={s} busy={busy} onAppend={onAppend} />}
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
          </li>
        ))}
      </ul>
    </section>
  )
}
