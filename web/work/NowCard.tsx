import { Button } from 'antd'
import { minutesSpent } from '#core/job/progress.ts'
import { stepState } from '#core/job/reduce.ts'
import type { Step } from '#core/procedures/schema.ts'
import { sayAmount, sayMinutes, sayRatio } from '#core/units/format.ts'
import type { NewEvent } from '#web/client/ledger.ts'
import type { AtWork } from '#web/client/work.ts'
import { DwellTimer } from '#web/ui/DwellTimer.tsx'
import { words } from '#words/en/screens/work.ts'
import type { StepInWords } from '#words/worded/procedure-schema.ts'
import { BottleSafety } from './BottleSafety.tsx'
import { CannotGoOn } from './CannotGoOn.tsx'
import { CardHolds } from './CardHolds.tsx'
import { StepButtons } from './StepButtons.tsx'
import { TankDialog } from './TankDialog.tsx'

interface Props {
  view: AtWork
  step: StepInWords
  person: string
  now: number
  busy: boolean
  error: Error | null
  /** A finding that holds this place while somebody is on it. */
  held: string | undefined
  /** What could be started instead, and taking one of it. */
  others: readonly Step[]
  onTake: (step: string) => void
  onAppend: (event: NewEvent) => Promise<boolean>
}

/** The one big card: what, how, bottle, towel, timer, caution; one thumb to start, finish, pause or skip. */
export function NowCard({ view, step, person, now, busy, error, held, others, onTake, onAppend }: Props) {
  const at = stepState(view.state, step.id)
  const running = at.status === 'running' && at.runningBy === person
  const own = view.state.timers.find((t) => t.step === step.id)
  const before = view.procedure.links.filter((l) => l.to === step.id)
  const awaited = view.state.timers.find((t) => before.some((l) => l.from === t.step))
  const timer = own ?? awaited
  const { product } = step
  const bottles = product
    ? view.bottles
        .filter((b) => b.product === product.id && sayRatio(b.ratio) === sayRatio(product.ratio))
        .map((b) => words.bottleAt(b.name, b.place))
    : []
  const tank = view.procedure.totals.tanks?.find((t) => step.equipment.includes(t.machine))
  const append = (type: 'timer-started' | 'timer-ended') => void onAppend({ type, data: { step: step.id } })
  return (
    <section className="now-card stack" aria-label={words.now}>
      <div className="card">
        <div className="row spread at-top one-line">
          <div>
            <h2 data-now={step.id}>{step.title}</h2>
            <span className="soft">
              {running ? (
                <>
                  <strong className="elapsed">{words.elapsed(minutesSpent(at, now), sayMinutes(step.minutes))}</strong>{' '}
                  {words.onIt}
                </>
              ) : (
                `${sayMinutes(step.minutes)} · ${at.status === 'paused' && at.reason ? words.pausedFor(at.reason) : at.status}`
              )}
            </span>
          </div>
          {timer && <DwellTimer timer={timer} now={now} />}
        </div>
        {at.handed?.to === person && (
          <div className="told handed">{words.handedBy(view.names[at.handed.by] ?? '', at.reason)}</div>
        )}
        {held && (
          <div className="told" role="alert">
            <strong>{words.heldNow}</strong> {held}
          </div>
        )}
        <dl className="now-facts">
          {step.product && (
            <div>
              <dt>{words.bottle}</dt>
              <dd>
                {step.product.name} {sayRatio(step.product.ratio)} <span>{sayAmount(step.product.ml)}</span>{' '}
                <span>{bottles.length > 0 ? words.takeBottle(bottles) : words.noBottle}</span>{' '}
                <BottleSafety product={step.product.id} name={step.product.name} />
              </dd>
            </div>
          )}
          {step.towels.length > 0 && (
            <div>
              <dt>{words.towel}</dt>
              <dd>{step.towels.map((t) => `${t.count} × ${t.role}`).join(', ')}</dd>
            </div>
          )}
          {step.tool && (
            <div>
              <dt>{words.tool}</dt>
              <dd>
                {step.tool} <span>{step.motion}</span>
                {step.tank && <span> {step.tank}</span>}
              </dd>
            </div>
          )}
          <div>
            <dt>{words.passWhen}</dt>
            <dd>{step.passCue}</dd>
          </div>
        </dl>
        <CardHolds view={view} step={step} />
        {step.playbook?.map(({ stain, surface, steps, never, wicking }) => (
          <div key={`${stain} ${surface}`} className="playbook">
            <strong>{stain}</strong>
            <ol>
              {steps.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
            <span>{words.never(never)}</span> {wicking > 1 && <span className="soft">{words.comesBack}</span>}
          </div>
        ))}
        {step.cautions[0] && (
          <div className="caution">
            {step.ppe.length > 0 && <strong>{words.wear(step.ppe.join(', '))} </strong>}
            {step.cautions.join(' ')}
          </div>
        )}
        {running && tank && <TankDialog step={step.id} holds={tank.tank} busy={busy} onAppend={onAppend} />}
        {running && step.dwell && (
          <Button
            className="below"
            size="large"
            disabled={busy}
            onClick={() => append(own ? 'timer-ended' : 'timer-started')}
          >
            {own ? words.dwellEnd : `${words.dwellStart} ${step.dwell.min}–${step.dwell.max} min`}
          </Button>
        )}
      </div>
      <StepButtons
        step={step}
        at={at}
        running={running}
        busy={busy}
        done={words.done}
        why={words.reason}
        held={held !== undefined}
        error={error}
        onAppend={onAppend}
      />
      <CannotGoOn
        view={view}
        step={view.procedure.steps.find((s) => s.id === step.id)!}
        person={person}
        mine={running || (at.status === 'paused' && at.by.includes(person))}
        running={running}
        others={others}
        error={error}
        busy={busy}
        onTake={onTake}
        onAppend={onAppend}
      />
    </section>
  )
}
