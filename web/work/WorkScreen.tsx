import { Button } from 'antd'
import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { openStops, refusal } from '#core/job/allow.ts'
import { isOver, openSteps, stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import { heartOf, sayMinutes, sentence } from '#core/units/format.ts'
import { type NewEvent, useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { useNow } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { CabinSheet } from '#web/ui/CabinSheet.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { KeptHere } from '#web/ui/KeptHere.tsx'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { Conflicts } from './Conflicts.tsx'
import { nextStep, stepsAfter, waitingForSkill } from './choose.ts'
import { DamageDialog } from './DamageDialog.tsx'
import { HazardDialog } from './HazardDialog.tsx'
import { NowCard } from './NowCard.tsx'
import { RecheckDialog } from './RecheckDialog.tsx'
import { SkillWaits } from './SkillWaits.tsx'
import { StopCard } from './StopCard.tsx'
import './work.css'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

/** Milliseconds after a tap in which the buttons of the card rest. */
const settle = 400

/** Where it dries; what else passes by itself is called as it is. */
const placeOf = ({ title }: Step) =>
  title.code === 'dry-out' ? sentence(speak.group(title.facts.group, title.facts.rows)) : speak.title(title)

export default function WorkScreen() {
  const id = useRouteId()
  const work = useWork(id)
  const catalogue = useCatalogue()
  const session = useSignedIn()
  const view = work.data
  /** What a finding holds is refused here already, line or no line. */
  const stands = useCallback(
    ({ type, data }: NewEvent) => {
      if (!view) return undefined
      const actor = { person: session.person, leads: false }
      const no = refusal({ type, data } as never, view.procedure, view.state, actor, [], new Date().toISOString())
      return no?.code === 'held' ? speak.refusal(no) : undefined
    },
    [view, session.person],
  )
  const { append, busy, error, kept, dismiss } = useAppendEvent(id, stands)
  const mayWork = useMay('work.do')
  const leads = useMay('procedure.issue')
  const now = useNow(1000)
  const [flagging, setFlagging] = useState(false)
  const [rechecking, setRechecking] = useState(false)
  const [hazard, setHazard] = useState(false)
  const [settling, setSettling] = useState(false)
  /** The card changes under the thumb: a second tap of the same movement must not start the next step. */
  const tap = (said: NewEvent) => {
    setSettling(true)
    setTimeout(() => setSettling(false), settle)
    return append(said)
  }
  const body = work.data?.job.body
  const surfaces = useMemo(
    () => (body && catalogue.data ? surfacesOf(body, catalogue.data.surfaces) : []),
    [body, catalogue.data],
  )
  const sheet = useMemo(() => body && sheetOf(body, surfaces), [body, surfaces])
  if (work.isPending || catalogue.isPending) return <Fetching lines={4} />
  if (work.isLoadingError) return <ErrorNotice error={work.error} onRetry={() => void work.refetch()} />
  if (!view) return null
  const { procedure, state } = view
  const moment = new Date(now).toISOString()
  const step = nextStep(view, session.person, moment)
  const held = step && !step.stop ? stands({ type: 'step-finished', data: { step: step.id } }) : undefined
  const unskilled = mayWork ? waitingForSkill(view, session.person, leads, moment) : []
  const shown = step ?? openStops(procedure, state)[0]
  const lit = new Set(
    shown?.stop ? shown.stop.at : step?.zoneGroup === 'car' && step.surfaces.length > 100 ? [] : step?.surfaces,
  )
  const after = stepsAfter(view, step)
  const open = openSteps(procedure, state)
  const attended = procedure.steps.filter((s) => s.crew > 0)
  // Seen by everybody, whoever may clear them: what is found, and what is treated and still to be signed off.
  const standing = openStops(procedure, state)
  const alone = standing.find((s) => s.stop?.holds === 'car')
  const stops = standing.filter((s) => s.id !== step?.id)
  const others = open.filter(
    (s) => stepState(state, s.id).status === 'running' && stepState(state, s.id).runningBy !== session.person,
  )
  const closed = procedure.steps.every((s) => isOver(state, s.id)) && stops.length === 0
  const drying = procedure.steps.filter(
    (s) =>
      s.crew === 0 &&
      !isOver(state, s.id) &&
      procedure.links.filter((l) => l.to === s.id).every((l) => isOver(state, l.from)),
  )
  const wetted = new Set(
    procedure.steps.filter((s) => s.left > 0 && s.crew > 0 && isOver(state, s.id)).flatMap((s) => s.surfaces),
  )
  const names = new Map(surfaces.map((s) => [s.id, speak.surface(s.name)]))
  const titles = new Map(procedure.steps.map((s) => [s.id, speak.title(s.title)]))
  const number = step ? attended.findIndex((s) => s.id === step.id) + 1 : 0
  const ofStops = { job: id, view, person: session.person, busy: busy || settling, onAppend: tap }
  // While the whole car is held there is nothing else to do here than what the stop says.
  if (alone && mayWork)
    return (
      <div className="stop-alone stack">
        <StopCard key={alone.id} {...ofStops} step={alone} error={error} />
        <KeptHere kept={kept} titles={titles} onDismiss={(order) => void dismiss(order)} />
        <Conflicts view={view} titles={titles} />
      </div>
    )
  return (
    <div className="work">
      <div className="stack">
        <div className="row">
          <PetalRing
            petals={view.petals}
            size={64}
            heart={heartOf(view.minutesLeft)}
            colour={view.job.colour}
            needs={view.needs.some((n) => n.at <= moment)}
          />
          <span>
            <strong>{step ? words.stepOf(number, attended.length) : ''}</strong>
            <br />
            <span className="soft">{sayMinutes(view.minutesLeft)} hands-on left</span>
          </span>
        </div>
        {sheet && (
          <div className="card mini-card">
            <div className="mini">
              <CabinSheet
                sheet={sheet}
                label={step ? `Where: ${titles.get(step.id)}` : 'The car'}
                look={(s) => ({ name: names.get(s) ?? s, soil: 0, marks: '', lit: lit.has(s), dim: !lit.has(s) })}
              />
            </div>
          </div>
        )}
        {others.length > 0 && (
          <section className="card">
            <h2 className="minor">{words.others}</h2>
            <ul className="plain rows">
              {others.map((s) => (
                <li key={s.id}>
                  <span>{titles.get(s.id)}</span> <strong>{view.names[stepState(state, s.id).runningBy!]}</strong>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
      <div className="stack">
        {error && !flagging && <ErrorNotice error={error} />}
        {step?.stop && mayWork && <StopCard key={step.id} {...ofStops} step={step} error={error} />}
        {step && !step.stop && mayWork && (
          <NowCard
            key={step.id}
            view={view}
            step={speak.step(step)}
            person={session.person}
            now={now}
            busy={busy || settling}
            error={error}
            held={held}
            onAppend={tap}
          />
        )}
        {mayWork && stops.map((s) => <StopCard key={s.id} {...ofStops} step={s} error={null} />)}
        <SkillWaits view={view} steps={unskilled} error={error} onAppend={tap} />
        <KeptHere kept={kept} titles={titles} onDismiss={(order) => void dismiss(order)} />
        {!step && open.some((s) => !s.stop) && <section className="card">{words.waits}</section>}
        {closed && (
          <section className="card row">
            {words.allDone} <Link to={`/jobs/${id}/final`}>{words.toFinal}</Link>
          </section>
        )}
        <Conflicts view={view} titles={titles} />
        {drying.length > 0 && (
          <section className="card" aria-label={words.drying}>
            <h2 className="minor">{words.drying}</h2>
            <ul className="plain rows">
              {drying.map((s) => (
                <li key={s.id}>
                  <span>
                    {placeOf(s)} <span className="soft">about {sayMinutes(s.minutes)}</span>
                  </span>
                  {mayWork && (
                    <Button
                      style={{ minHeight: 56 }}
                      disabled={busy}
                      aria-label={`${words.dry}: ${titles.get(s.id)}`}
                      onClick={() => void append({ type: 'step-finished', data: { step: s.id } })}
                    >
                      {words.dry}
                    </Button>
                  )}
                </li>
              ))}
            </ul>
          </section>
        )}
        {mayWork && (
          <div className="row">
            <Button size="large" className="danger-found" onClick={() => setHazard(true)}>
              {words.hazard}
            </Button>
            <Button size="large" onClick={() => setFlagging(true)}>
              {words.damage}
            </Button>
            {wetted.size > 0 && (
              <Button size="large" onClick={() => setRechecking(true)}>
                {words.recheck}
              </Button>
            )}
            {state.found.length > 0 && <span className="soft">{words.damageFound(state.found.length)}</span>}
          </div>
        )}
        <HazardDialog
          job={id}
          open={hazard}
          stops={catalogue.data?.stops ?? []}
          surfaces={surfaces}
          people={Object.values(view.names)}
          onClose={() => setHazard(false)}
        />
        <RecheckDialog
          job={id}
          open={rechecking}
          surfaces={surfaces.filter((s) => wetted.has(s.id))}
          onClose={() => setRechecking(false)}
        />
        <DamageDialog
          job={id}
          open={flagging}
          surfaces={surfaces}
          damages={catalogue.data?.damages ?? []}
          onClose={() => setFlagging(false)}
          onAppend={append}
          error={error}
        />
        {after.length > 0 && (
          <section className="card">
            <h2 className="minor">{words.next}</h2>
            <ul className="plain rows">
              {after.map((s) => (
                <li key={s.id}>
                  <span>{titles.get(s.id)}</span> <span className="soft">{sayMinutes(s.minutes)}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </div>
  )
}
