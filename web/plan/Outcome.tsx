import type { ReactNode } from 'react'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { speak } from '#words/en/speak.ts'
import { changingHands, lateLine } from './outcome.ts'

/** Minutes that one more of something has to gain before anybody is told to buy it. */
const worthSaying = 5

/** How the day comes out, in a lead's words. */
export function Outcome({ plan, children }: { plan: Plan; children: ReactNode }) {
  const { objective, bounds, bottleneck } = plan.answer
  return (
    <section className="card row spread" aria-label={words.outcome}>
      <dl className="figures flush">
        <div>
          <dt>{words.ends}</dt>
          <dd data-figure="makespan">
            {sayClock(Math.max(objective.makespan, ...plan.assignments.map((a) => a.end)))}
          </dd>
        </div>
        <div>
          <dt>{words.late}</dt>
          <dd data-figure="tardiness">{lateLine(plan)}</dd>
        </div>
        <div>
          <dt>{words.handovers}</dt>
          <dd data-figure="handovers">{words.changeHands(changingHands(plan))}</dd>
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
        {plan.changed && <span className="chip">{words.changed}</span>}
        {children}
      </span>
    </section>
  )
}
