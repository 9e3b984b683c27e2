import { Input, InputNumber, Radio, Segmented } from 'antd'
import { useState } from 'react'
import type { Product } from '#core/chemistry/schema.ts'
import { alwaysAsk } from '#core/chemistry/vessel.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { type Label, readLabel } from '#core/mixing/label.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { sayRatio, sayVolume } from '#core/units/format.ts'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  product: Product
  fill: number
  /** The dilution the field starts with. */
  start: Ratio
  /** Undefined while it is not known which is meant. */
  onRatio: (ratio: Ratio | undefined) => void
}

function read(text: string, product: Product, system: 'us' | 'imperial', each: number | undefined): Label | BadInput {
  try {
    return readLabel({
      text,
      system,
      always_ask: alwaysAsk(product),
      ...(each ? { capful_ml: each, squirt_ml: each } : {}),
    })
  } catch (error) {
    if (error instanceof BadInput) return error
    throw error
  }
}

/** A dilution as a label or a person writes it, and what every reading of it would do to this bottle. */
export function RatioField({ product, fill, start, onRatio }: Props) {
  const [text, setText] = useState(sayRatio(start))
  const [touched, setTouched] = useState(false)
  const [system, setSystem] = useState<'us' | 'imperial'>('us')
  const [chosen, setChosen] = useState<number>()
  /** ml of a capful or squirt, as it was measured. */
  const [each, setEach] = useState<number>()
  const label = read(text, product, system, each)
  const take = (next: string, by: 'us' | 'imperial', measured = each) => {
    setText(next)
    setTouched(true)
    setChosen(undefined)
    const found = read(next, product, by, measured)
    onRatio(found instanceof BadInput || found.ambiguous ? undefined : found.readings[0]!)
  }
  const fault = label instanceof BadInput ? speak.fault(label.faults[0]!) : undefined
  const readings = label instanceof BadInput ? [] : label.readings
  const asked = !(label instanceof BadInput) && label.ambiguous
  return (
    <div className="ratio-field">
      <label htmlFor="dilution">{words.written}</label>
      <div className="row">
        <Input
          className="field-l"
          id="dilution"
          value={text}
          maxLength={200}
          placeholder={words.hint}
          status={fault && touched ? 'error' : ''}
          onChange={(e) => take(e.target.value, system)}
        />
        {/\b(oz|ounce|gal|qt|quart|pint|pt)/i.test(text) && (
          <Segmented
            aria-label={words.units}
            options={[
              { value: 'us', label: 'US' },
              { value: 'imperial', label: 'imperial' },
            ]}
            value={system}
            onChange={(by) => {
              setSystem(by as 'us')
              take(text, by as 'us')
            }}
          />
        )}
        {/\b(cap|squirt|pump)/i.test(text) && (
          <span className="row">
            <span aria-hidden>{words.oneIs}</span>
            <InputNumber
              className="field-s"
              aria-label={words.oneIs}
              min={0.1}
              max={500}
              value={each ?? null}
              onChange={(v) => {
                const ml = typeof v === 'number' ? v : undefined
                setEach(ml)
                take(text, system, ml)
              }}
            />
          </span>
        )}
        {Object.entries(product.methods ?? {}).map(([method, ratio]) => (
          <button key={method} type="button" className="plain-button" onClick={() => take(sayRatio(ratio), system)}>
            {words.byMethod}, {method}: {sayRatio(ratio)}
          </button>
        ))}
      </div>
      {fault && touched && (
        <p role="alert">
          {fault.message}{' '}
          {fault.suggestion && (
            <button type="button" className="plain-button" onClick={() => take(fault.suggestion!, system)}>
              {words.meant(fault.suggestion)}
            </button>
          )}
        </p>
      )}
      {touched && readings.length > 1 && (
        <fieldset className="readings">
          <legend>{asked ? words.ask : words.reads}</legend>
          <Radio.Group
            value={chosen ?? (asked ? undefined : 0)}
            onChange={(e) => {
              const i = e.target.value as number
              setChosen(i)
              onRatio(readings[i])
            }}
          >
            {readings.map((r, i) => (
              <Radio key={i} value={i}>
                {speak.reading(r.meaning)}: {words.dosed(sayVolume(fractionOf(r) * fill), r.doseChange)}
              </Radio>
            ))}
          </Radio.Group>
        </fieldset>
      )}
      <span className="soft">{words.most(sayRatio(product.maximum))}</span>
    </div>
  )
}
