import { Input } from 'antd'
import { useState } from 'react'
import { badStretch, type Stretches, type Week } from '#core/shop/week.ts'
import { words } from '#words/en/screens/fields.ts'
import './hours.css'
import { readHours, sayHours } from './hours-text.ts'

interface FieldProps {
  name: string
  hours: Stretches
  onChange: (hours: Stretches) => void
}

/** One day's hours as people write them: "8–12, 12:30–17". */
export function HoursField({ name, hours, onChange }: FieldProps) {
  const [typed, setTyped] = useState<string>()
  const text = typed ?? sayHours(hours)
  const read = readHours(text)
  const bad = read === undefined || badStretch(read) >= 0
  return (
    <div className="row">
      <span className="hours-day">{name}</span>
      <Input
        className="field-xl"
        aria-label={words.hoursOf(name)}
        placeholder={words.shut}
        status={bad ? 'error' : ''}
        value={text}
        onChange={(e) => {
          setTyped(e.target.value)
          const next = readHours(e.target.value)
          if (next && badStretch(next) < 0) onChange(next)
        }}
        onBlur={() => !bad && setTyped(undefined)}
      />
      {bad && (
        <span role="alert" className="field-fault">
          {words.badHours}
        </span>
      )}
    </div>
  )
}

interface Props {
  value?: Week
  onChange?: (week: Week) => void
}

/** A week of hours, a line a day; Monday's can be taken for the days to Friday. */
export function Hours({ value = Array.from({ length: 7 }, () => []), onChange }: Props) {
  const put = (at: (i: number) => boolean, hours: Stretches) => onChange?.(value.map((old, i) => (at(i) ? hours : old)))
  return (
    <>
      <ul className="plain hours">
        {words.days.map((name, i) => (
          // The field shows what is kept, also when it came from elsewhere.
          <li key={name}>
            <HoursField name={name} hours={value[i]!} onChange={(hours) => put((k) => k === i, hours)} />
          </li>
        ))}
      </ul>
      <button type="button" className="plain-button" onClick={() => put((k) => k < 5, value[0]!)}>
        {words.likeMonday}
      </button>
    </>
  )
}
