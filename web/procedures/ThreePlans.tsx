import { Button } from 'antd'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'
import { useLevels } from './useLevels.ts'

interface Props {
  request: ProcedureRequest
  catalogue: WordedCatalogue
  crew: number
  /** Which one is in force. */
  finish: string
  onFinish: (finish: 'trade' | 'standard' | 'show') => void
}

/** The same car by the three finish levels, side by side: what each takes and what it leaves. */
export function ThreePlans({ request, catalogue, crew, finish, onFinish }: Props) {
  const levels = useLevels(request, crew, catalogue)
  return (
    <section className="card" aria-labelledby="plans">
      <h2 id="plans">{words.plans}</h2>
      <ul className="plain plans">
        {catalogue.finishes.map((level) => {
          const figures = levels?.find((l) => l.id === level.id)
          return (
            <li key={level.id}>
              <Button
                block
                aria-pressed={level.id === finish}
                className={`plan ${level.id === finish ? 'chosen' : ''}`}
                onClick={() => onFinish(level.id as 'trade')}
              >
                <strong>{level.name}</strong>
                <span className="big">{figures ? sayMinutes(figures.attended) : '…'}</span>
                <span className="soft">{level.promise}</span>
                <span className="soft awaited">{figures && `${sayMinutes(figures.clock)} ${words.clock(crew)}`}</span>
                <span className="soft awaited">
                  {figures && `${words.stepsOf(figures.steps)} · ${words.leaves(figures.residuals)}`}
                </span>
              </Button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
