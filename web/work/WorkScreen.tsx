import { useCallback, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { openStops, refusal } from '#core/job/allow.ts'
import { ozoneOf } from '#core/job/ozone.ts'
import { isRecheck } from '#core/job/recheck.ts'
import { isOver, openSteps } from '#core/job/reduce.ts'
import type { Timer } from '#core/job/schema.ts'
import { toSign } from '#core/job/sign-off.ts'
import { heartOf, sayMinutes } from '#core/units/format.ts'
import { type NewEvent, useAppendEvent, useWork } from '#web/client/ledger.ts'
import { useWaitingOf } from '#web/client/requests.ts'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { useSheetsHere } from '#web/client/sheets.ts'
import { useSurfaces } from '#web/client/useSurfaces.ts'
import { clockIn, useNow } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { KeptHere } from '#web/ui/KeptHere.tsx'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { useDwellAlarm } from '#web/ui/useDwellAlarm.ts'
import { Where } from '#web/ui/Where.tsx'
import { Calls } from './Calls.tsx'
import { ComesNext } from './ComesNext.tsx'
import { Conflicts } from './Conflicts.tsx'
import { nextStep, otherSteps, stepsAfter, waitingForSkill } from './choose.ts'
import { Drying } from './Drying.tsx'
import { FoundAtWork } from './FoundAtWork.tsx'
import { NotDoneYet } from './NotDoneYet.tsx'
import { NowCard } from './NowCard.tsx'
import { Others } from './Others.tsx'
import { OzoneCard } from './OzoneCard.tsx'
import { PlanTold } from './PlanTold.tsx'
import { RecheckCard } from './RecheckCard.tsx'
import { RechecksKept } from './RechecksKept.tsx'
import { SkillWaits } from './SkillWaits.tsx'
import { StopCard } from './StopCard.tsx'
import { Timers } from './Timers.tsx'
import { ToSign } from './ToSign.tsx'
import { Waits } from './Waits.tsx'
import './work.css'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

/** What is refused here already, line or no line: a held place, and a car with ozone in it. */
const keptOut = new Set<string>(['held', 'held-by-call', 'ozone-inside', 'ozone-stays', 'not-before', 'needs-reading'])

/** Milliseconds after a tap in which the buttons of the card rest. */
const settle = 400
const none: readonly Timer[] = []

export default function WorkScreen() {
  const id = useRouteId()
  const work = useWork(id)
  const catalogue = useCatalogue()
  const session = useSignedIn()
  const view = work.data
  const rechecks = useWaitingOf('recheck')
  const failedHere = useMemo(() => rechecks.filter((r) => r.job === id), [rechecks, id])
  const stands = useCallback(
    ({ type, data }: NewEvent) => {
      if (!view) return undefined
      // What is written down here as failed is not judged good on the same phone.
      const ending = type === 'step-finished' && 'step' in data ? data.step : undefined
      const judging = view.procedure.steps.find((s) => s.id === ending && isRecheck(s))
      if (failedHere.some((r) => r.body.surfaces.some((surface) => judging?.surfaces.includes(surface))))
        return words.recheckWaits
      const actor = { person: session.person, leads: false }
      const no = refusal({ type, data } as never, view.procedure, view.state, actor, [], new Date().toISOString())
      return no && keptOut.has(no.code) ? speak.refusal(no) : undefined
    },
    [view, session.person, failedHere],
  )
  const { append, busy, error, kept, dismiss } = useAppendEvent(id, stands)
  const mayWork = useMay('work.do')
  const leads = useMay('procedure.issue')
  const now = useNow(1000)
  const [flagging, setFlagging] = useState(false)
  const [settling, setSettling] = useState(false)
  const [taken, setTaken] = useState<string>()
  /** The card changes under the thumb: a second tap of the same movement must not start the next step. */
  const tap = (said: NewEvent) => {
    setSettling(true)
    setTimeout(() => setSettling(false), settle)
    return append(said)
  }
  const body = work.data?.job.body
  const surfaces = useSurfaces(body)
  const products = useMemo(
    () => [...new Set(view?.procedure.steps.flatMap((s) => s.product?.id ?? []))].sort(),
    [view?.procedure],
  )
  useSheetsHere(products)
  useDwellAlarm(view?.state.timers ?? none, now)
  if (work.isPending || catalogue.isPending) return <Fetching lines={4} />
  if (work.isLoadingError) return <ErrorNotice error={work.error} onRetry={() => void work.refetch()} />
  if (!view) return null
  const { procedure, state } = view
  const moment = new Date(now).toISOString()
  const clock = (iso: string) => clockIn(session.timeZone, iso)
  const step = nextStep(view, session.person, moment, taken)
  const held = step && !step.stop ? stands({ type: 'step-finished', data: { step: step.id } }) : undefined
  const unskilled = mayWork ? waitingForSkill(view, session.person, leads, moment) : []
  const shown = step ?? openStops(procedure, state)[0]
  const after = stepsAfter(view, step)
  const open = openSteps(procedure, state)
  const attended = procedure.steps.filter((s) => s.crew > 0)
  // Seen by everybody, whoever may clear them: what is found, and what is treated and still to be signed off.
  const standing = openStops(procedure, state)
  const alone = standing.find((s) => s.stop?.holds === 'car')
  const stops = standing.filter((s) => s.id !== step?.id)
  const closed = procedure.steps.every((s) => isOver(state, s.id)) && stops.length === 0
  const titles = new Map(procedure.steps.map((s) => [s.id, speak.title(s.title)]))
  const number = step ? attended.findIndex((s) => s.id === step.id) + 1 : 0
  const ofStops = { job: id, view, person: session.person, busy: busy || settling, onAppend: tap }
  // While the whole car is held there is nothing else to do here than what the stop says.
  if (alone && mayWork)
    return (
      <div className="stop-alone stack">
        <StopCard key={alone.id} {...ofStops} step={alone} error={error} />
        <KeptHere kept={kept} titles={titles} clock={clock} onDismiss={(order) => void dismiss(order)} />
        <Conflicts view={view} titles={titles} />
      </div>
    )
  const ozone = ozoneOf(procedure, state)
  if (ozone?.isOn && ozone.began !== null)
    return (
      <div className="stop-alone stack">
        <OzoneCard
          view={view}
          ozone={ozone}
          person={session.person}
          now={moment}
          mayWork={mayWork}
          busy={busy || settling}
          error={error}
          onAppend={tap}
        />
        <KeptHere kept={kept} titles={titles} clock={clock} onDismiss={(order) => void dismiss(order)} />
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
            <span className="soft">{words.handsOnLeft(sayMinutes(view.minutesLeft))}</span>
          </span>
        </div>
        {body && (
          <Where
            body={body}
            surfaces={surfaces}
            step={shown}
            label={step ? words.where(speak.title(step.title)) : words.theCar}
          />
        )}
      </div>
      <div className="stack">
        {error && !flagging && <ErrorNotice error={error} />}
        {step?.stop && mayWork && <StopCard key={step.id} {...ofStops} step={step} error={error} />}
        {step && mayWork && isRecheck(step) && (
          <RecheckCard
            key={step.id}
            view={view}
            step={step}
            surfaces={surfaces}
            person={session.person}
            now={now}
            busy={busy || settling}
            error={error}
            onAppend={tap}
          />
        )}
        {step && !step.stop && mayWork && !isRecheck(step) && (
          <NowCard
            key={step.id}
            view={view}
            step={speak.step(step)}
            person={session.person}
            now={now}
            busy={busy || settling}
            error={error}
            held={held}
            others={otherSteps(view, step, session.person, moment)}
            onTake={setTaken}
            onAppend={tap}
          />
        )}
        {mayWork && (
          <NotDoneYet
            view={view}
            person={session.person}
            leads={leads}
            now={moment}
            busy={busy || settling}
            onAppend={tap}
          />
        )}
        <Timers view={view} now={now} besides={step?.id} busy={busy || settling} onAppend={tap} />
        <Calls view={view} person={session.person} leads={leads} kept={kept} error={error} onAppend={tap} />
        <PlanTold />
        <Others view={view} person={session.person} />
        {mayWork && stops.map((s) => <StopCard key={s.id} {...ofStops} step={s} error={null} />)}
        <ToSign
          view={view}
          steps={toSign(procedure, state)}
          person={session.person}
          mayWork={mayWork}
          busy={busy || settling}
          onAppend={tap}
        />
        <SkillWaits view={view} steps={unskilled} error={error} onAppend={tap} />
        <KeptHere kept={kept} titles={titles} clock={clock} onDismiss={(order) => void dismiss(order)} />
        <RechecksKept kept={failedHere} surfaces={surfaces} clock={clock} />
        {!step && open.some((s) => !s.stop) && <Waits view={view} person={session.person} now={moment} />}
        {closed && (
          <section className="card row">
            {words.allDone} <Link to={`/jobs/${id}/final`}>{words.toFinal}</Link>
          </section>
        )}
        <Conflicts view={view} titles={titles} />
        <Drying view={view} mayWork={mayWork} busy={busy} onAppend={append} />
        {mayWork && (
          <FoundAtWork
            job={id}
            view={view}
            surfaces={surfaces}
            catalogue={catalogue.data}
            leads={leads}
            onAppend={append}
            error={error}
            onFlagging={setFlagging}
          />
        )}
        <ComesNext steps={after} />
      </div>
    </div>
  )
}
