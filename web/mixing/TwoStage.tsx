import { InputNumber } from 'antd'
import { useState } from 'react'
import type { Ratio } from '#core/mixing/schema.ts'
import { drawn, drawOf, premixFor } from '#core/mixing/two-stage.ts'
import { BadInput } from '#core/units/fault.ts'
import { sayRatio } from '#core/units/format.ts'
import { words } from '#words/en/screens/mixing.ts'

const attempt = <T,>(work: () => T): T | string => {
  try {
    return work()
  } catch (error) {
    if (error instanceof BadInput) return error.faults[0]!.message
    throw error
  }
}
const tidy = (r: Ratio): Ratio => ({ concentrate: 1, water: Number(r.water.toFixed(1)) })

/** A foamer, a proportioner or an extractor's tank dilutes a second time: what comes out, and what to mix for what is wanted. */
export function TwoStage({ ratio }: { ratio: Ratio }) {
  const [draw, setDraw] = useState(8)
  const [[gone, out], setMeasured] = useState<[number | null, number | null]>([null, null])
  const machine = { concentrate: 1, water: draw }
  const premix = attempt(() => premixFor(ratio, machine))
  const number = (v: number | string | null) => (typeof v === 'number' ? v : null)
  const measure = (next: [number | null, number | null]) => {
    setMeasured(next)
    const [drawn_ml, out_ml] = next
    if (drawn_ml === null || out_ml === null) return
    const found = attempt(() => drawOf({ drawn_ml, out_ml }))
    if (typeof found !== 'string') setDraw(Number(found.water.toFixed(2)))
  }
  return (
    <details className="two-stage">
      <summary>{words.twoStage}</summary>
      <div className="row">
        <label className="row" htmlFor="draw">
          {words.draw}
          <InputNumber id="draw" min={0} max={400} value={draw} onChange={(v) => setDraw(number(v) ?? 8)} />
        </label>
        <span className="row">
          <span className="soft">{words.calibrate}</span>
          <InputNumber aria-label={words.goneIn} min={0} value={gone} onChange={(v) => measure([number(v), out])} />
          <InputNumber aria-label={words.cameOut} min={0} value={out} onChange={(v) => measure([gone, number(v)])} />
        </span>
      </div>
      <p>{words.comesOut(sayRatio(tidy(drawn(ratio, machine))))}</p>
      <p>{typeof premix === 'string' ? premix : words.premix(sayRatio(tidy(premix)), sayRatio(ratio))}</p>
    </details>
  )
}
