import { Button } from 'antd'
import { useState } from 'react'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { usePlan } from '#web/client/plan.ts'
import { useMay } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Lanes } from '#web/ui/Lanes.tsx'
import { flagsOf, spellsOf, threadsOf } from '#web/ui/lanes-of-plan.ts'
import { unfolded } from '#web/ui/plan.ts'
import { speak } from '#words/en/speak.ts'
import { AssignPanel } from './AssignPanel.tsx'
import { useMakePlan } from './api.ts'
import { BlockCar } from './BlockCar.tsx'
import './plan.css'
import { words } from '#words/en/screens/plan.ts'
import { movedLines } from './moved.ts'
import { changingHands, lateLine } from './outcome.ts'
import { readable, stepName } from './readable.ts'

/** Minutes that one more of something has to gain before anybody is told to buy it. */
const worthSaying = 5
/** Lines of a list that are shown. */
const shown = 12

export default function PlanScreen() {
  const plan = usePlan(unfolded)
  const make = useMakePlan()
  const mayWrite = useMay('plan.write')
  const [selected, setSelected] = useState<string>()
  if (plan.isPending) return <Fetching lines={5} />
  if (plan.isLoadingError) return <ErrorNotice error={plan.error} onRetry={() => void plan.refetch()} />
  const button = mayWrite && (
    <Button type="primary" loading={make.isPending} onClick={() => make.mutate()}>
      {words.make}
    </Button>
  )
  if (!plan.data) {
    return (
      <section className="card stack">
        <p>{words.none}</p>
        {make.isError && <ErrorNotice error={make.error} />}
        <div>{button}</div>
      </section>
    )
  }
  const view = plan.data
  const { objective, bounds, bottleneck } = view.answer
  const { unscheduled, warnings } = readable(view.answer, view)
  const spells = spellsOf(view, view.now)
  const moved = movedLines(view)
  const spell = spells.find(
    (s) => s.id === selected || (selected !== undefined && s.activities.includes(selected.split(' ')[1] ?? '')),
  )
  return (
    <div className="stack">
      <section className="card row spread" aria-label={words.outcome}>
        <dl className="figures flush">
          <div>
            <dt>{words.ends}</dt>
            <dd data-figure="makespan">{sayClock(objective.makespan)}</dd>
          </div>
          <div>
            <dt>{words.late}</dt>
            <dd data-figure="tardiness">{lateLine(view)}</dd>
          </div>
          <div>
            <dt>{words.handovers}</dt>
            <dd data-figure="handovers">{words.changeHands(changingHands(view))}</dd>
          </div>
          <div>
            <dt>{words.bound}</dt>
            <dd data-figure="bound">{sayClock(bounds.makespan)}</dd>
          </div>
          {bottleneck && bottleneck.minutes >= worthSaying && (
            <div>
              <dt>{words.bottleneck}</dt>
              <dd>
                {speak.names.of(bottleneck.kind === 'skill' ? 'skills' : 'equipment', bottleneck.id).name}:{' '}
                {sayMinutes(bottleneck.minutes)}
              </dd>
            </div>
          )}
        </dl>
        <span className="row">
          {view.changed && <span className="chip">{words.changed}</span>}
          {button}
        </span>
      </section>
      {make.isError && <ErrorNotice error={make.error} />}
      {moved.length > 0 && (
        <section className="card" aria-label={words.moved}>
          <h2 className="minor">{words.moved}</h2>
          <ul className="tight">
            {moved.slice(0, shown).map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <AndMore all={moved.length} shown={shown} />
        </section>
      )}
      <div className="plan-lower">
        <section className="card" aria-label={words.lanes}>
          <Lanes
            since={Math.floor((view.now - 60) / 30) * 30}
            rows={view.people}
            blocks={spells}
            threads={threadsOf(view, speak)}
            flags={flagsOf(view)}
            now={view.now}
            selected={spell?.id}
            onSelect={setSelected}
            label={words.byPerson}
          />
        </section>
        <section className="card" aria-label={words.block}>
          {spell ? (
            <>
              <h2 className="apart">
                {spell.callSign} · {view.people.find((p) => p.id === spell.row)?.name}
              </h2>
              <BlockCar activities={spell.activities} />
              <AssignPanel key={spell.id} plan={view} activities={spell.activities} mayWrite={mayWrite} />
            </>
          ) : (
            <p className="soft">{words.pick}</p>
          )}
        </section>
      </div>
      {unscheduled.length > 0 && (
        <section className="card">
          <h2>{words.unplanned}</h2>
          <ul>
            {unscheduled.slice(0, shown).map((u) => (
              <li key={u.activity}>
                <strong>{stepName(view, u.activity)}</strong> <span className="chip">{u.code}</span> {u.reason}
              </li>
            ))}
          </ul>
          <AndMore all={view.unplanned} shown={shown} />
        </section>
      )}
      {view.later.length > 0 && (
        <section className="card">
          <h2>{words.later}</h2>
          <p>{words.laterWhy}</p>
          <p>{view.later.join(', ')}</p>
        </section>
      )}
      {view.changed && warnings.length > 0 && (
        <section className="told" aria-label={words.breaks}>
          <strong>{words.breaks}</strong>
          <ul className="tight">
            {warnings.slice(0, shown).map((w) => (
              <li key={w.message}>{w.message}</li>
            ))}
          </ul>
          <AndMore all={warnings.length} shown={shown} />
        </section>
      )}
    </div>
  )
}
