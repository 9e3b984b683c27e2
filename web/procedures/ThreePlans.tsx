import { Button } from 'antd'
import type { LevelFigures } from '#core/procedures/limit/levels.ts'
import { sayMinutes } from '#core/units/format.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/procedures.ts'

interface Props {
  /** None yet: they are being worked out. */
  levels: LevelFigures[] | undefined
  catalogue: WordedCatalogue
  crew: number
  /** Which one is in force. */
  finish: string
  onFinish: (finish: 'trade' | 'standard' | 'show') => void
}

/** The same car by the three finish levels, side by side: what each takes and what it leaves. */
export function ThreePlans({ levels, catalogue, crew, finish, onFinish }: Props) {
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
