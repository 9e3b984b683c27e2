import { Input } from 'antd'
import { useState } from 'react'
import { readMoney, sayMoney } from '#core/units/money.ts'
import { words } from '#words/en/screens/fields.ts'

interface Props {
  id?: string
  label?: string
  currency: string
  /** Minor units; null: nothing is said. */
  value?: number | null
  onChange?: (minor: number | null) => void
  disabled?: boolean
}

/** Money as money: 45.50. What is no amount is said at once and changes nothing. */
export function MoneyField({ id, label, currency, value = null, onChange, disabled = false }: Props) {
  const shown = value === null ? '' : sayMoney(value, currency)
  const [typed, setTyped] = useState<string>()
  const text = typed ?? shown
  const bad = typed !== undefined && typed.trim() !== '' && readMoney(typed, currency) === undefined
  return (
    <span className="money">
      <Input
        {...(id ? { id } : {})}
        {...(label ? { 'aria-label': label, placeholder: label } : {})}
        className="field-m"
        inputMode="decimal"
        suffix={currency}
        disabled={disabled}
        status={bad ? 'error' : ''}
        value={text}
        onChange={(e) => {
          const next = e.target.value
          setTyped(next)
          const minor = next.trim() === '' ? null : readMoney(next, currency)
          if (minor !== undefined) onChange?.(minor)
        }}
        onBlur={() => !bad && setTyped(undefined)}
      />
      {bad && (
        <span role="alert" className="field-fault">
          {words.noMoney}
        </span>
      )}
    </span>
  )
}
