import { Input, Radio } from 'antd'
import { useState } from 'react'
import { type Label, readLabel } from '#core/mixing/label.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import { sayRatio } from '#core/units/format.ts'
import { words } from '#words/en/screens/fields.ts'
import { speak } from '#words/en/speak.ts'

export interface Labelled {
  label: string
  ratio: Ratio
}

interface Props {
  id?: string
  name: string
  value?: Labelled | null
  /** Every second reading is asked about. */
  strict?: boolean
  onChange?: (said: Labelled | null) => void
}

const plain = ({ concentrate, water }: Ratio): Ratio => ({ concentrate, water })

function read(text: string, strict: boolean): Label | BadInput {
  try {
    return readLabel({ text, always_ask: strict })
  } catch (error) {
    if (error instanceof BadInput) return error
    throw error
  }
}

/** A strength as the label writes it; where it can be read in two ways both are shown, and one is chosen. */
export function LabelField({ id, name, value = null, strict = false, onChange }: Props) {
  const [text, setText] = useState(value?.label ?? '')
  const label = text.trim() === '' ? null : read(text, strict)
  const bad = label instanceof BadInput
  const readings = label === null || bad ? [] : label.readings
  const chosen = value ? readings.findIndex((r) => sayRatio(r) === sayRatio(value.ratio)) : -1
  const take = (next: string) => {
    setText(next)
    if (next.trim() === '') return onChange?.(null)
    const found = read(next, strict)
    if (found instanceof BadInput || found.ambiguous) return onChange?.(null)
    onChange?.({ label: next.trim(), ratio: plain(found.readings[0]!) })
  }
  return (
    <div>
      <Input
        {...(id ? { id } : {})}
        aria-label={name}
        className="field-l"
        placeholder={words.ratioHint}
        maxLength={200}
        status={bad ? 'error' : ''}
        value={text}
        onChange={(e) => take(e.target.value)}
      />{' '}
      {readings.length === 1 && value && <span className="soft">{sayRatio(value.ratio)}</span>}
      {bad && (
        <p role="alert" className="field-fault">
          {speak.fault(label.faults[0]!).message}
        </p>
      )}
      {readings.length > 1 && (
        <Radio.Group
          aria-label={words.meant(name)}
          value={chosen < 0 ? undefined : chosen}
          onChange={(e) => onChange?.({ label: text.trim(), ratio: plain(readings[e.target.value as number]!) })}
        >
          {readings.map((r, i) => (
            <Radio key={sayRatio(r)} value={i}>
              {speak.reading(r.meaning)}: {sayRatio(r)}
            </Radio>
          ))}
        </Radio.Group>
      )}
    </div>
  )
}
