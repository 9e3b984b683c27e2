import { Button } from 'antd'
import { Fragment, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { sayClock } from '#core/units/format.ts'
import { inTen, useOdds, usePlan } from '#web/client/plan.ts'
import { useMay } from '#web/client/session.ts'
import { AndMore } from '#web/ui/AndMore.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { Lanes } from '#web/ui/Lanes.tsx'
import { flagsOf, spellsOf, threadsOf } from '#web/ui/lanes-of-plan.ts'
import { machineLanes } from '#web/ui/machine-lanes.ts'
import { movedLines } from '#web/ui/moved-lines.ts'
import { type Plan, unfolded } from '#web/ui/plan.ts'
import { speak } from '#words/en/speak.ts'
import { AwayDialog } from './AwayDialog.tsx'
import { useChangePlan, useMakePlan, useTakeBack } from './api.ts'
import { BlockPanel } from './BlockPanel.tsx'
import { Disturbed } from './Disturbed.tsx'
import './plan.css'
import { words } from '#words/en/screens/plan.ts'
import { MovePanel } from './MovePanel.tsx'
import { type Moving, movable, moved, movesOf, snap } from './moving.ts'
import { Outcome } from './Outcome.tsx'
import { readable, stepName } from './readable.ts'

/** Lines of a list that are shown. */
const shown = 12

export default function PlanScreen() {
  const plan = usePlan(unfolded)
  const make = useMakePlan()
  const back = useTakeBack()
  const mayWrite = useMay('plan.write')
  if (plan.isPending) return <Fetching lines={5} />
  if (plan.isLoadingError) return <ErrorNotice error={plan.error} onRetry={() => void plan.refetch()} />
  const button = mayWrite && (
    <Button type="primary" loading={make.isPending} onClick={() => make.mutate(undefined)}>
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
  return (
    <div className="stack">
      <Outcome plan={plan.data}>
        {mayWrite && (plan.data.back ?? 0) > 0 && (
          <Button loading={back.isPending} onClick={() => back.mutate(plan.data!.version)}>
            {words.takeBack}
          </Button>
        )}
        {button}
      </Outcome>
      {make.isError && <ErrorNotice error={make.error} />}
      {back.isError && <ErrorNotice error={back.error} />}
      <Disturbed plan={plan.data} />
      <Worked plan={plan.data} mayWrite={mayWrite} />
      <Moved plan={plan.data} />
      <Left plan={plan.data} />
    </div>
  )
}

/** What its last change moved. */
function Moved({ plan }: { plan: Plan }) {
  const lines = movedLines(plan, speak)
  if (lines.length === 0) return null
  return (
    <section className="card" aria-label={words.moved}>
      <h2 className="minor">{words.moved}</h2>
      <ul className="tight">
        {lines.slice(0, shown).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <AndMore all={lines.length} shown={shown} />
    </section>
  )
}

/** The lanes, and beside them the block one has picked or has in hand. */
function Worked({ plan, mayWrite }: { plan: Plan; mayWrite: boolean }) {
  const change = useChangePlan()
  const odds = useOdds().data
  const [selected, setSelected] = useState<string>()
  const [moving, setMoving] = useState<Moving>()
  const [away, setAway] = useState<string>()
  const spells = spellsOf(plan, plan.now)
  // A block in hand is drawn again with every move of the pointer.
  const machines = useMemo(() => machineLanes(plan, speak), [plan])
  const holds = (id: string | undefined) =>
    spells.find((s) => s.id === id || (id !== undefined && s.activities.includes(id.slice(id.indexOf(' ') + 1))))
  const spell = holds(selected)
  const held = moving && spells.find((s) => s.id === moving.id)
  const moves = held && moving ? movesOf(plan, held, moving) : []
  const leave = () => setMoving(undefined)
  const keep = () => {
    if (moves.length === 0) return leave()
    change.mutate({ version: plan.version, moves }, { onSettled: leave })
  }
  const move = (id: string, minutes: number, rows: number, from: 'start' | 'here') => {
    const block = spells.find((s) => s.id === id)
    if (!block || movable(plan, block).length === 0 || change.isPending) return
    const start = from === 'here' && moving?.id === id ? moving : { id, to: block.row, by: 0 }
    setSelected(id)
    setMoving(moved(plan, block, start, Math.round(minutes / snap) * snap, rows))
  }
  const chance = new Map(odds?.jobs.map((j) => [j.job, j.inTime]))
  const person = [...plan.people, ...(plan.off ?? [])].find((p) => p.id === away)
  return (
    <div className="plan-lower">
      <section className="card" aria-label={words.lanes}>
        <Lanes
          since={Math.floor((plan.now - 60) / 30) * 30}
          rows={plan.people}
          blocks={spells}
          threads={threadsOf(plan, speak)}
          machines={machines}
          flags={flagsOf(plan, (j) => {
            const inTime = chance.get(j.id)
            return inTime === undefined || j.held ? j.callSign : words.flag(j.callSign, inTen(inTime))
          })}
          now={plan.now}
          selected={spell?.id}
          onSelect={(id) => {
            leave()
            setSelected(id)
          }}
          label={words.byPerson}
          moves={mayWrite ? { held: moving, onMove: move, onDrop: keep, onLeave: leave } : undefined}
          onPerson={mayWrite ? setAway : undefined}
          personLabel={(row) =>
            words.hoursOf(row.name, (row.hours ?? []).map(([a, b]) => `${sayClock(a)}–${sayClock(b)}`).join(', '))
          }
        />
        {plan.goingOver && <p className="soft">{words.goingOver(plan.goingOver)}</p>}
        {mayWrite && plan.off && (
          <p className="row soft">
            {words.off}
            {plan.off.map(({ id, name }) => (
              <Button key={id} aria-label={words.comesIn(name)} onClick={() => setAway(id)}>
                {name}
              </Button>
            ))}
          </p>
        )}
      </section>
      <section className="card" aria-label={words.block}>
        {held && moving ? (
          <MovePanel
            plan={plan}
            spell={held}
            moving={moving}
            moves={moves}
            isSaving={change.isPending}
            onKeep={keep}
            onLeave={leave}
          />
        ) : spell ? (
          <BlockPanel plan={plan} spell={spell} mayWrite={mayWrite} />
        ) : (
          <p className="soft">{words.pick}</p>
        )}
        {change.isError && <ErrorNotice error={change.error} />}
      </section>
      {person && <AwayDialog plan={plan} person={person} onClose={() => setAway(undefined)} />}
    </div>
  )
}

/** What is not planned, what came later, and what was broken by hand. */
function Left({ plan }: { plan: Plan }) {
  const { unscheduled, warnings } = readable(plan.answer, plan)
  const held = plan.jobs.filter((j) => j.held)
  return (
    <>
      {unscheduled.length > 0 && (
        <section className="card">
          <h2>{words.unplanned}</h2>
          <ul>
            {unscheduled.slice(0, shown).map((u) => (
              <li key={u.activity}>
                <strong>{stepName(plan, u.activity)}</strong> <span className="chip">{u.code}</span> {u.reason}
              </li>
            ))}
          </ul>
          <AndMore all={plan.unplanned} shown={shown} />
        </section>
      )}
      {held.length > 0 && (
        <section className="told" aria-label={words.heldTitle}>
          <strong>{words.heldTitle}</strong>
          <ul className="tight listed">
            {held.map((j) => (
              <li key={j.id}>{words.held(j.callSign, j.held!)}</li>
            ))}
          </ul>
        </section>
      )}
      {plan.overdrawn && (
        <section className="told" aria-label={words.overdrawnTitle}>
          <strong>{words.overdrawnTitle}</strong>
          <p>{words.overdrawnDo}</p>
          <ul className="tight listed">
            {plan.overdrawn.map(({ machine, count, from, to, jobs }) => (
              <li key={`${machine} ${from}`}>
                {words.overdrawn(sayClock(from), sayClock(to), speak.names.of('equipment', machine).name, count)}{' '}
                {jobs.map((id) => (
                  <Fragment key={id}>
                    <Link to={`/jobs/${id}/drying`} className="chip">
                      {plan.jobs.find((j) => j.id === id)?.callSign ?? id}
                    </Link>{' '}
                  </Fragment>
                ))}
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.later.length > 0 && (
        <section className="card">
          <h2>{words.later}</h2>
          <p>{words.laterWhy}</p>
          <p>{plan.later.join(', ')}</p>
        </section>
      )}
      {plan.changed && warnings.length > 0 && (
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
    </>
  )
}
