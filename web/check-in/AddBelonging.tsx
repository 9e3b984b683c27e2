import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import type { Belonging } from '#core/check-in/belonging.ts'
import { words } from '#words/en/screens/check-in.ts'
import type { PanelProps } from './panel.ts'

type Fate = NonNullable<Belonging['fate']>
const noCash: { amount: number | null; one: string; other: string } = { amount: null, one: '', other: '' }

/** One more thing that lay in the car; cash is counted by two. */
export function AddBelonging({ onChange }: Pick<PanelProps, 'onChange'>) {
  const [what, setWhat] = useState('')
  const [where, setWhere] = useState('')
  const [bag, setBag] = useState('')
  const [fate, setFate] = useState<Fate>('return')
  const [cash, setCash] = useState(noCash)
  const twoCounted = cash.one.trim() !== '' && cash.other.trim() !== '' && cash.one.trim() !== cash.other.trim()
  const counted = cash.amount !== null && cash.amount > 0 && twoCounted
  const ready = what.trim() !== '' && (fate !== 'cash' || counted)
  const add = () => {
    if (!ready) return
    const found: Belonging = {
      what: what.trim(),
      where: where.trim(),
      ...(bag.trim() ? { bag: bag.trim() } : {}),
      ...(fate === 'return' ? {} : { fate }),
      ...(fate === 'cash'
        ? { cash: { amount: Math.round((cash.amount ?? 0) * 100), counted: [cash.one.trim(), cash.other.trim()] } }
        : {}),
    }
    onChange((now) => ({ ...now, belongings: [...now.belongings, found] }))
    // The next one begins empty: it lay elsewhere.
    setWhat('')
    setWhere('')
    setBag('')
    setCash(noCash)
    setFate('return')
  }
  return (
    <div className="stack close">
      <Input
        aria-label={words.belonging}
        value={what}
        maxLength={200}
        onChange={(e) => setWhat(e.target.value)}
        onPressEnter={add}
        placeholder={words.belongingSuch}
      />
      <div className="row one-line">
        <Input
          aria-label={words.whereItWas}
          placeholder={words.where}
          value={where}
          maxLength={100}
          onChange={(e) => setWhere(e.target.value)}
        />
        <Input
          aria-label={words.bagTag}
          placeholder={words.bag}
          value={bag}
          maxLength={20}
          onChange={(e) => setBag(e.target.value)}
        />
      </div>
      <div className="row one-line">
        <Select className="fills" aria-label={words.fate} value={fate} onChange={setFate} options={words.fates} />
        <Button onClick={add} disabled={!ready}>
          {words.addBelonging}
        </Button>
      </div>
      {fate === 'cash' && (
        <>
          <InputNumber
            aria-label={words.amount}
            min={0.01}
            max={1_000_000}
            precision={2}
            value={cash.amount}
            placeholder={words.amount}
            onChange={(amount) => setCash({ ...cash, amount })}
          />
          <Input
            aria-label={words.countedBy}
            placeholder={words.counts}
            value={cash.one}
            onChange={(e) => setCash({ ...cash, one: e.target.value })}
          />
          <Input
            aria-label={words.andBy}
            placeholder={words.andByAnother}
            value={cash.other}
            onChange={(e) => setCash({ ...cash, other: e.target.value })}
          />
        </>
      )}
    </div>
  )
}
