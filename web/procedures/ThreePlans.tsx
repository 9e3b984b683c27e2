import { Button } from 'antd'
import { useMemo } from 'react'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { clockOf } from '#core/procedures/clock.ts'
import { reviewProcedure } from '#core/procedures/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { words } from './words.ts'

interface Props {
  request: ProcedureRequest
  catalogue: Catalogue
  crew: number
  /** Which one is in force. */
  finish: string
  onFinish: (finish: 'trade' | 'standard' | 'show') => void
}

/** The same car by the three finish levels, side by side: what each takes and what it leaves. */
export function ThreePlans({ request, catalogue, crew, finish, onFinish }: Props) {
  const plans = useMemo(
    () =>
      catalogue.finishes.map((level) => {
        const procedure = reviewProcedure({ ...request, finish: level.id as 'trade', rungs: {} }, catalogue)
        return { level, procedure, clock: clockOf(procedure, crew, 1) }
      }),
    [request, catalogue, crew],
  )
  return (
    <section className="card" aria-labelledby="plans">
      <h2 id="plans">{words.plans}</h2>
      <ul className="plain plans">
        {plans.map(({ level, procedure, clock }) => (
          <li key={level.id}>
            <Button
              block
              aria-pressed={level.id === finish}
              className={`plan ${level.id === finish ? 'chosen' : ''}`}
              onClick={() => onFinish(level.id as 'trade')}
            >
              <strong>{level.name}</strong>
              <span className="big">{sayMinutes(procedure.totals.attended)}</span>
              <span className="soft">{level.promise}</span>
              <span className="soft">
                {sayMinutes(clock)} {words.clock(crew)}
              </span>
              <span className="soft">
                {words.stepsOf(procedure.steps.length)} · {words.leaves(procedure.residuals.length)}
              </span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}
