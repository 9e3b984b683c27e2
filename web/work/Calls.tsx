import { Button } from 'antd'
import { useState } from 'react'
import { Link } from 'react-router'
import { openCalls } from '#core/job/calls.ts'
import type { Call } from '#core/job/schema.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { saidAt } from '#web/shell/clock.ts'
import { ReasonDialog } from '#web/ui/ReasonDialog.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  view: AtWork
  person: string
  leads: boolean
  /** What was tapped here and waits for the line. */
  kept: readonly { event: { id: string } }[]
  error: Error | null
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** Who waits for the lead here, and what the lead answered to whoever asked. */
export function Calls({ view, person, leads, kept, error, onAppend }: Props) {
  const { procedure, state, names, job } = view
  const [answering, setAnswering] = useState<Call>()
  const { timeZone } = useSignedIn()
  const open = openCalls(procedure, state)
  const told = (state.calls ?? []).filter((c) => c.answer && c.by === person && !hasGoneOn(view, c)).slice(-1)
  if (open.length + told.length === 0) return null
  const isKept = (call: Call) => kept.some(({ event }) => event.id === call.id)
  const titleOf = (call: Call) => {
    const step = procedure.steps.find((s) => s.id === call.step)
    if (call.kind === 'stuck') return words.stuckAt(step ? speak.title(step.title) : '')
    return call.holds ? words.hazard : speak.incident(call.kind)
  }
  return (
    <section className="card" aria-label={words.calls}>
      <h2 className="minor">{words.calls}</h2>
      <ul className="plain rows">
        {[...open, ...told].map((call) => (
          <li key={call.id} className="call">
            <span>
              <strong>{titleOf(call)}</strong>
              <br />
              {call.note}
              <br />
              <span className="soft">
                {words.calledBy(names[call.by] ?? call.by, saidAt(timeZone, Date.parse(call.at)))}
              </span>
              {call.holds && !call.answer && (
                <strong className="answer">{leads ? words.holdsUntilYou : words.holdsUntilTheLead}</strong>
              )}
              {call.answer && (
                <strong className="answer">{words.answer(names[call.answer.by] ?? '', call.answer.note)}</strong>
              )}
            </span>
            {call.photo && (
              <a href={`/api/photos/${call.photo}`} target="_blank" rel="noreferrer">
                <img className="call-photo" src={`/api/photos/${call.photo}`} alt={words.photoOf(titleOf(call))} />
              </a>
            )}
            {!call.answer &&
              (leads ? (
                <Button size="large" className="glove" onClick={() => setAnswering(call)}>
                  {words.answerIt}
                </Button>
              ) : (
                <span className="soft">{isKept(call) ? words.leadWillBeTold : words.leadIsTold}</span>
              ))}
          </li>
        ))}
      </ul>
      {open.some((c) => c.kind !== 'stuck') && (
        <Link className="in-text" to={`/jobs/${job.id}/history`}>
          {words.toHistory}
        </Link>
      )}
      <ReasonDialog
        question={answering ? words.answerTo(names[answering.by] ?? '') : ''}
        yes={words.answerSay}
        no={words.keep}
        open={answering !== undefined}
        error={error}
        onClose={() => setAnswering(undefined)}
        onAnswer={(note) => onAppend({ type: 'answered', data: { call: answering!.id, note } })}
      />
    </section>
  )
}

/** An answer is read until whoever asked has gone on. */
const hasGoneOn = ({ state }: AtWork, call: Call): boolean => {
  const at = call.step === null ? undefined : state.steps[call.step]
  return call.step === null || (at !== undefined && at.status !== 'paused' && at.status !== 'waiting')
}
