import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { sayAmount, sayMinutes, sayRatio } from '#core/units/format.ts'
import { words } from '#words/en/screens/procedures.ts'
import { speak } from '#words/en/speak.ts'
import type { StepInWords } from '#words/worded/procedure-schema.ts'

interface Props {
  step: StepInWords
  number: number
  /** Titles by step id, for the reasons. */
  titles: ReadonlyMap<string, string>
  stage: string
  /** Before the line: what it is dragged by. */
  handle?: ReactNode
  /** Inside: what a lead may change. Made only while it is open. */
  hand?: () => ReactNode
  /** What the checker says is about it. */
  grade?: 'forbidden' | 'order' | 'advice'
}

/** Skills and machines by their names, but what the title says already. */
const needsOf = ({ title, skills, equipment }: StepInWords): string[] =>
  [
    ...skills.map((id) => speak.names.of('skills', id).name),
    ...equipment.map((id) => speak.names.of('equipment', id).name),
  ]
    .map((name) => name.toLowerCase())
    .filter((name) => !title.toLowerCase().includes(name))

/** One line of the sheet; opened, it says why it stands here, how it is done and what to beware of. */
export function StepRow({ step, number, titles, stage, handle, hand, grade }: Props) {
  const { product } = step
  const [open, setOpen] = useState(false)
  const needs = needsOf(step)
  return (
    <div className={`step-line ${grade ?? ''}`}>
      {handle}
      <details className="step" data-step={step.id} onToggle={(e) => setOpen(e.currentTarget.open)}>
        <summary>
          <span className="number">{number}</span>
          <span className="stage soft">{stage}</span>
          <span>
            <span className="title">{step.title}</span>
            {grade && <span className="tag"> {words.marks[grade]}</span>}
            {step.byHand && <span className="tag"> {words.byHand}</span>}
            {step.kept && <span className="tag"> {words.done}</span>}
            {needs.length > 0 && <span className="soft"> · {needs.join(', ')}</span>}
          </span>
          <span className="product soft">
            {product ? `${product.name} ${sayRatio(product.ratio)} · ${sayAmount(product.ml)}` : ''}
          </span>
          <span className="minutes">
            {step.crew === 0 ? (
              <span title={words.passive}>({sayMinutes(step.minutes)})</span>
            ) : (
              sayMinutes(step.minutes)
            )}
          </span>
        </summary>
        <div className="inside">
          <div>
            <h3>{words.why}</h3>
            {step.why.length === 0 && <p className="soft">{words.first}</p>}
            <ul>
              {step.why.map((reason) => (
                <li key={reason.rule}>
                  {reason.text}{' '}
                  <span className="soft">
                    {words.after([...new Set(reason.after.map((id) => titles.get(id)))].slice(0, 3).join('; '))}
                  </span>
                </li>
              ))}
            </ul>
          </div>
          <div>
            <h3>{words.how}</h3>
            <p className="tight">
              {step.tool && `${step.tool}, ${step.motion}. `}
              {product && `${step.on === 'tool' ? words.onTool : words.onSurface} `}
              {step.towels.map((t) => words.towels(t.count, t.role)).join(', ')}
              {step.towels.length > 0 && '. '}
              {step.dwell && `${words.dwell(step.dwell.min, step.dwell.max)} `}
              {step.tank && `${step.tank} `}
              {step.left > 0 && `${words.leavesWet(Math.round(step.left))} `}
              {step.dryIn !== undefined && `${words.dryIn(sayMinutes(step.dryIn))} `}
              {step.drying &&
                `${words.driesBy(speak.names.of('airs', step.drying.air).how ?? '', step.drying.temperature, step.drying.humidity, Math.round(step.drying.water / 100) / 10)} `}
              {words.passWhen(step.passCue)}
            </p>
            {step.next && (
              <p className="tight">
                {words.next}: {step.next.charAt(0).toLowerCase() + step.next.slice(1)}.
              </p>
            )}
            {product && (
              <p className="tight">
                {sayAmount(product.ml)} of {product.name}, {sayRatio(product.ratio)}.{' '}
                <Link to={`/mixing?product=${product.id}&ratio=${product.ratio.concentrate}:${product.ratio.water}`}>
                  {words.toMixing}
                </Link>
              </p>
            )}
            {step.ppe.length > 0 && <p className="tight">{words.wear(step.ppe.join(', '))}</p>}
            {step.cautions.length > 0 && (
              <div className="caution">
                <strong>{words.cautions}.</strong> {step.cautions.join(' ')}
              </div>
            )}
          </div>
          {open && hand?.()}
        </div>
      </details>
    </div>
  )
}
