import { Button, InputNumber, Select } from 'antd'
import type { Rung } from '#core/procedures/limit/ladder.ts'
import type { Edit, Step } from '#core/procedures/schema.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  step: Step
  rungs: readonly Rung[]
  /** The step it stands after now, two before, and the one behind it: where "earlier" and "later" lead. */
  earlier: string | null | undefined
  later: string | undefined
  onEdit: (edit: Edit) => void
}

/** What a lead may change about one step; the checker answers at once. */
export function StepHand({ step, rungs, earlier, later, onEdit }: Props) {
  return (
    <div className="by-hand">
      <h3>{words.hand}</h3>
      <div className="row hand">
        <Button
          disabled={earlier === undefined}
          onClick={() => onEdit({ do: 'move', step: step.id, after: earlier ?? null })}
        >
          {words.earlier}
        </Button>
        <Button disabled={later === undefined} onClick={() => onEdit({ do: 'move', step: step.id, after: later! })}>
          {words.later}
        </Button>
        <Button onClick={() => onEdit({ do: 'remove', step: step.id })}>{words.remove}</Button>
        {/* Minutes count when the field is left, so that "1" on the way to "15" is no edit. */}
        <span className="field">
          <span aria-hidden>{words.minutes}</span>
          <InputNumber
            aria-label={words.minutes}
            key={step.minutes}
            min={1}
            max={600}
            defaultValue={step.minutes}
            changeOnWheel={false}
            onBlur={(e) => {
              const minutes = Number(e.target.value)
              if (minutes >= 1 && minutes !== step.minutes) onEdit({ do: 'minutes', step: step.id, minutes })
            }}
          />
        </span>
        {step.product && step.product.ratio.water > 0 && (
          <span className="field">
            <span aria-hidden>{words.parts}</span>
            <InputNumber
              aria-label={words.parts}
              key={step.product.ratio.water}
              min={0}
              max={400}
              defaultValue={step.product.ratio.water / step.product.ratio.concentrate}
              changeOnWheel={false}
              onBlur={(e) => {
                const water = Number(e.target.value)
                if (e.target.value !== '' && water !== step.product!.ratio.water)
                  onEdit({ do: 'ratio', step: step.id, ratio: { concentrate: 1, water } })
              }}
            />
          </span>
        )}
        {rungs.length > 1 && (
          <Select
            className="at-least-l"
            aria-label={words.rung}
            placeholder={words.rung}
            value={rungs.find((r) => r.now)?.level ?? null}
            virtual={false}
            onChange={(level: number) => onEdit({ do: 'rung', step: step.id, level })}
            options={rungs.map((r) => ({
              value: r.level,
              label: r.treatments.map((id) => speak.names.of('treatments', id).name).join(', '),
            }))}
          />
        )}
      </div>
    </div>
  )
}
