import { Button, InputNumber } from 'antd'
import type { Mix, MixOption } from '#core/mixing/schema.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { words } from '#words/en/screens/mixing.ts'

interface Props {
  answer: Mix
  /** Something of the same product may be left in the bottle. */
  mayHold: boolean
  leftover: number
  poured: number | undefined
  onLeftover: (ml: number) => void
  onPoured: (ml: number | undefined) => void
  onTake: (option: MixOption) => void
}

const sayOption = (option: MixOption, poured: number) => {
  if (option.kind === 'stretch') return words.kinds.stretch(sayVolume(option.total_ml))
  if (option.kind === 'take-back') return words.kinds['take-back'](sayVolume(option.remove_ml))
  if (option.kind === 'pour-more') return words.kinds['pour-more'](sayVolume(option.concentrate_ml - poured))
  const water = Number((1 / option.fraction - 1).toFixed(1))
  return words.kinds['keep-stronger'](sayRatio({ concentrate: 1, water }))
}

/** What is in the bottle already and what has been poured: the answer takes both in, and says the ways on from too much. */
export function Correct({ answer, mayHold, leftover, poured, onLeftover, onPoured, onTake }: Props) {
  const short = answer.options[0]?.kind === 'pour-more'
  return (
    <div className="correct">
      <div className="row">
        {mayHold && (
          <label className="row" htmlFor="leftover">
            {words.leftover}
            <InputNumber
              className="field-s"
              id="leftover"
              min={0}
              max={100_000}
              value={leftover}
              onChange={(v) => onLeftover(typeof v === 'number' ? v : 0)}
            />
          </label>
        )}
        <label className="row" htmlFor="poured">
          {words.poured}
          <InputNumber
            className="field-s"
            id="poured"
            min={0}
            max={100_000}
            value={poured ?? null}
            onChange={(v) => onPoured(typeof v === 'number' ? v : undefined)}
          />
        </label>
      </div>
      {answer.options.length > 0 && (
        <section aria-label={short ? words.tooLittle : words.tooMuch} aria-live="polite">
          <h3>{short ? words.tooLittle : words.tooMuch}</h3>
          <ul className="plain options">
            {answer.options.map((option) => (
              <li key={option.kind}>
                <Button disabled={!option.allowed} onClick={() => onTake(option)} data-option={option.kind}>
                  {sayOption(option, poured ?? 0)}
                </Button>
                {!option.allowed && <span className="soft"> {words.notAllowed}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}
