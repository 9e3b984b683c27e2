import type { Procedure } from '#core/procedures/schema.ts'
import { sayMinutes } from '#core/units/format.ts'
import { words } from '#words/en/screens/procedures.ts'

/** The sheet in four figures. */
export function Figures({ procedure }: { procedure: Procedure }) {
  const { totals, steps } = procedure
  return (
    <dl className="figures flush">
      <div>
        <dt>{words.attended}</dt>
        <dd data-figure="attended">{sayMinutes(totals.attended)}</dd>
      </div>
      <div>
        <dt>{words.p80}</dt>
        <dd data-figure="attendedP80">{sayMinutes(totals.attendedP80)}</dd>
      </div>
      <div>
        <dt>{words.water}</dt>
        <dd data-figure="waterLeft">{Math.round(totals.waterLeft)} g</dd>
      </div>
      <div>
        <dt>{words.steps}</dt>
        <dd data-figure="steps">{steps.length}</dd>
      </div>
    </dl>
  )
}
