import { DeleteOutlined } from '@ant-design/icons'
import { Button, Input, Radio } from 'antd'
import { useState } from 'react'
import type { CheckIn } from '#core/procedures/schema.ts'
import { words } from './words.ts'

const answers = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
  { value: 'open', label: 'not asked' },
]
const said = (answer: boolean | null | undefined) => (answer == null ? 'open' : answer ? 'yes' : 'no')

/** Permissions asked and belongings found. */
export function AgreedPanel({ checkIn, onChange }: { checkIn: CheckIn; onChange: (next: CheckIn) => void }) {
  const [what, setWhat] = useState('')
  const add = () => {
    if (!what.trim()) return
    onChange({ ...checkIn, belongings: [...checkIn.belongings, { what: what.trim().slice(0, 200), where: '' }] })
    setWhat('')
  }
  return (
    <>
      <h2>{words.permissions}</h2>
      {(['seats-out', 'engine-heat'] as const).map((id) => (
        <div key={id}>
          <div id={id}>{words[id]}</div>
          <Radio.Group
            aria-labelledby={id}
            optionType="button"
            buttonStyle="solid"
            options={answers}
            value={said(checkIn.permissions[id])}
            onChange={(e) =>
              onChange({
                ...checkIn,
                permissions: {
                  ...checkIn.permissions,
                  [id]: e.target.value === 'open' ? null : e.target.value === 'yes',
                },
              })
            }
          />
        </div>
      ))}
      <h2>{words.belongings}</h2>
      <ul className="plain">
        {checkIn.belongings.map((b, i) => (
          <li key={`${i} ${b.what}`} className="row" style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
            <span>
              {b.what}
              {b.where && <span className="soft"> · {b.where}</span>}
            </span>
            <Button
              type="text"
              icon={<DeleteOutlined />}
              aria-label={`Take ${b.what} off the list`}
              onClick={() => onChange({ ...checkIn, belongings: checkIn.belongings.filter((_, k) => k !== i) })}
            />
          </li>
        ))}
      </ul>
      <div className="row" style={{ flexWrap: 'nowrap' }}>
        <Input
          aria-label="Belonging"
          value={what}
          maxLength={200}
          onChange={(e) => setWhat(e.target.value)}
          onPressEnter={add}
          placeholder="sunglasses, glovebox"
        />
        <Button onClick={add}>{words.addBelonging}</Button>
      </div>
    </>
  )
}
