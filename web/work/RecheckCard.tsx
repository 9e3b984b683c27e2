import { Button } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import { minutesSpent } from '#core/job/progress.ts'
import { foretoldOf } from '#core/job/recheck.ts'
import { stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import { useMay } from '#web/client/session.ts'
import type { AtWork } from '#web/client/work.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { RecheckDialog } from './RecheckDialog.tsx'
import { StepButtons } from './StepButtons.tsx'

interface Props {
  view: AtWork
  step: Step
  surfaces: readonly Surface[]
  person: string
  now: number
  busy: boolean
  error: Error | null
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** What was wet, now dry: what may have come back first, each with its way on; one thumb for "all of it is right". */
export function RecheckCard({ view, step, surfaces, person, now, busy, error, onAppend }: Props) {
  const leads = useMay('procedure.issue')
  /** What is not right; an empty list: still to be said which. */
  const [wrong, setWrong] = useState<string[]>()
  const [skipping, setSkipping] = useState(false)
  const { procedure, state } = view
  const at = stepState(state, step.id)
  const running = at.status === 'running' && at.runningBy === person
  const { title, passCue } = speak.step(step)
  const judged = surfaces.filter((s) => step.surfaces.includes(s.id))
  const seen = state.rechecks ?? []
  const foretold = foretoldOf(procedure, step.surfaces)
  const first = judged
    .map((surface) => ({
      surface,
      stains: foretold.filter((f) => f.surface === surface.id),
      seen: seen.filter((r) => r.surface === surface.id),
    }))
    .filter((row) => row.stains.length + row.seen.length > 0)
    .sort((a, b) => Math.max(0, ...b.stains.map((s) => s.chance)) - Math.max(0, ...a.stains.map((s) => s.chance)))
  return (
    <section className="now-card stack" aria-label={words.now}>
      <div className="card stack near">
        <h2 data-now={step.id}>{title}</h2>
        <span className="soft">
          {running
            ? words.elapsed(minutesSpent(at, now), sayMinutes(step.minutes))
            : `${sayMinutes(step.minutes)} · ${at.status}`}
        </span>
        <p className="tight">
          <span className="soft">{words.passWhen}</span> <strong>{passCue}</strong>
        </p>
        {first.length > 0 && (
          <ul className="plain rows" aria-label={words.recheckFirst}>
            {first.map(({ surface, stains, seen: rounds }) => (
              <li key={surface.id}>
                <span>
                  <strong>{speak.surface(surface.name)}</strong>{' '}
                  <span className="soft">
                    {[
                      ...stains.map((s) => words.mayComeBack(speak.names.of('stains', s.stain).name, s.chance)),
                      ...rounds.map((r) => words.sawIt[r.as]),
                    ].join(' · ')}
                  </span>
                </span>
                <Button
                  size="large"
                  className="glove"
                  disabled={busy}
                  aria-label={`${words.notRight}: ${speak.surface(surface.name)}`}
                  onClick={() => setWrong([surface.id])}
                >
                  {words.notRight}
                </Button>
              </li>
            ))}
          </ul>
        )}
        <div className="row spread">
          <span className="soft">{words.judgedHere(judged.length, first.length)}</span>
          <Button size="large" disabled={busy} onClick={() => setWrong([])}>
            {words.elseNotRight}
          </Button>
        </div>
        {error && !skipping && <ErrorNotice error={error} />}
      </div>
      <StepButtons
        step={step}
        at={at}
        running={running}
        busy={busy}
        done={words.allRight}
        why={words.recheckSkip}
        stays={!leads}
        error={error}
        onSkipping={setSkipping}
        onAppend={onAppend}
      />
      {wrong && (
        <RecheckDialog
          job={view.job.id}
          body={view.job.body}
          all={surfaces}
          surfaces={judged}
          preset={wrong}
          onAppend={onAppend}
          onClose={() => setWrong(undefined)}
        />
      )}
    </section>
  )
}
