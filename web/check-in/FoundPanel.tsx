import { DeleteOutlined } from '@ant-design/icons'
import { Button, Input, InputNumber, Select } from 'antd'
import { useState } from 'react'
import type { Surface } from '#core/cabin/schema.ts'
import type { Belonging } from '#core/check-in/belonging.ts'
import type { Odour } from '#core/condition/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import type { PanelProps } from './panel.ts'

type Fate = NonNullable<Belonging['fate']>
const noCash = { amount: 0, one: '', other: '' }

function AddBelonging({ onChange }: Pick<PanelProps, 'onChange'>) {
  const [what, setWhat] = useState('')
  const [where, setWhere] = useState('')
  const [bag, setBag] = useState('')
  const [fate, setFate] = useState<Fate>('return')
  const [cash, setCash] = useState(noCash)
  const twoCounted = cash.one.trim() !== '' && cash.other.trim() !== '' && cash.one.trim() !== cash.other.trim()
  const ready = what.trim() !== '' && (fate !== 'cash' || twoCounted)
  const add = () => {
    if (!ready) return
    const found: Belonging = {
      what: what.trim(),
      where: where.trim(),
      ...(bag.trim() ? { bag: bag.trim() } : {}),
      ...(fate === 'return' ? {} : { fate }),
      ...(fate === 'cash'
        ? { cash: { amount: Math.round(cash.amount * 100), counted: [cash.one.trim(), cash.other.trim()] } }
        : {}),
    }
    onChange((now) => ({ ...now, belongings: [...now.belongings, found] }))
    setWhat('')
    setCash(noCash)
    setFate('return')
  }
  return (
    <div className="stack close">
      <Input
        aria-label="Belonging"
        value={what}
        maxLength={200}
        onChange={(e) => setWhat(e.target.value)}
        onPressEnter={add}
        placeholder="sunglasses"
      />
      <div className="row one-line">
        <Input
          aria-label="Where it was"
          placeholder="where"
          value={where}
          maxLength={100}
          onChange={(e) => setWhere(e.target.value)}
        />
        <Input
          aria-label="Bag tag"
          placeholder="bag"
          value={bag}
          maxLength={20}
          onChange={(e) => setBag(e.target.value)}
        />
      </div>
      <div className="row one-line">
        <Select
          className="fills"
          aria-label="What becomes of it"
          value={fate}
          onChange={setFate}
          options={words.fates}
        />
        <Button onClick={add} disabled={!ready}>
          {words.addBelonging}
        </Button>
      </div>
      {fate === 'cash' && (
        <>
          <InputNumber
            aria-label="Amount"
            min={0}
            max={1_000_000}
            precision={2}
            value={cash.amount}
            onChange={(amount) => setCash({ ...cash, amount: amount ?? 0 })}
          />
          <Input
            aria-label="Counted by"
            placeholder="counted by"
            value={cash.one}
            onChange={(e) => setCash({ ...cash, one: e.target.value })}
          />
          <Input
            aria-label="and by"
            placeholder="and by somebody else"
            value={cash.other}
            onChange={(e) => setCash({ ...cash, other: e.target.value })}
          />
        </>
      )}
    </div>
  )
}

/** What was found in the car: belongings, smells, things for others to look at, and free notes. */
export function FoundPanel({
  checkIn,
  onChange,
  odours,
  who,
  leads,
  surfaces,
}: PanelProps & { odours: WordedCatalogue['odours']; who: string; leads: boolean; surfaces: readonly Surface[] }) {
  const [finding, setFinding] = useState('')
  const addFinding = () => {
    if (!finding.trim()) return
    const found = { what: finding.trim(), where: '' }
    onChange((now) => ({ ...now, findings: [...(now.findings ?? []), found] }))
    setFinding('')
  }
  const clear = (i: number) => {
    const cleared = { by: who, at: new Date().toISOString() }
    onChange((now) => ({ ...now, belongings: now.belongings.map((b, k) => (k === i ? { ...b, cleared } : b)) }))
  }
  const smell = (kind: string, level: number) =>
    onChange((now) => {
      const rest = (now.odours ?? []).filter((o) => o.kind !== kind)
      const before = now.odours?.find((o) => o.kind === kind) ?? { kind, source: '' }
      return { ...now, odours: level === 0 ? rest : [...rest, { ...before, level }] }
    })
  const ofSmell = (kind: string, part: Partial<Odour>) =>
    onChange((now) => ({
      ...now,
      odours: (now.odours ?? []).map((o) => (o.kind === kind ? { ...o, ...part } : o)),
    }))
  return (
    <>
      <h2>{words.belongings}</h2>
      <ul className="plain">
        {checkIn.belongings.map((b, i) => (
          <li key={`${i} ${b.what}`}>
            <div className="row spread one-line">
              <span>
                {b.what}
                <span className="soft">
                  {[b.where && ` · ${b.where}`, b.bag && ` · bag ${b.bag}`, b.fate && ` · ${b.fate}`]
                    .filter(Boolean)
                    .join('')}
                  {b.cash && ` ${(b.cash.amount / 100).toFixed(2)}, counted by ${b.cash.counted.join(' and ')}`}
                </span>
              </span>
              <Button
                type="text"
                icon={<DeleteOutlined />}
                aria-label={`Take ${b.what} off the list`}
                onClick={() => onChange((now) => ({ ...now, belongings: now.belongings.filter((_, k) => k !== i) }))}
              />
            </div>
            {b.fate === 'hazard' && !b.cleared && (
              <div className="told">
                <strong>{words.hazard}</strong> {leads && <Button onClick={() => clear(i)}>{words.cleared}</Button>}
              </div>
            )}
          </li>
        ))}
      </ul>
      <AddBelonging onChange={onChange} />
      <h2>{words.odours}</h2>
      <div className="smells">
        {odours.map(({ id, name }) => {
          const level = checkIn.odours?.find((o) => o.kind === id)?.level ?? 0
          return (
            <button
              key={id}
              type="button"
              className="brush"
              aria-pressed={level > 0}
              onClick={() => smell(id, (level + 1) % 4)}
            >
              {name} {words.smellLevels[level]}
            </button>
          )
        })}
      </div>
      {(checkIn.odours ?? []).map((o) => (
        <div key={o.kind} className="stack close">
          <Select
            mode="multiple"
            aria-label={words.smellFrom(o.kind)}
            placeholder={words.smellFrom(o.kind)}
            showSearch={{ optionFilterProp: 'label' }}
            maxCount={12}
            value={o.at ?? []}
            onChange={(at: string[]) => ofSmell(o.kind, { at })}
            options={surfaces.map((s) => ({ value: s.id, label: speak.surface(s.name) }))}
          />
          <Input
            aria-label={`Source of ${o.kind}`}
            placeholder={`${o.kind}: suspected source`}
            maxLength={120}
            value={o.source}
            onChange={(e) => ofSmell(o.kind, { source: e.target.value })}
          />
        </div>
      ))}
      <h2>{words.findings}</h2>
      <ul>
        {(checkIn.findings ?? []).map((f, i) => (
          <li key={`${i} ${f.what}`}>{f.what}</li>
        ))}
      </ul>
      <div className="row one-line">
        <Input
          aria-label="Finding"
          placeholder="leak, worn belt, dead lamp"
          maxLength={300}
          value={finding}
          onChange={(e) => setFinding(e.target.value)}
          onPressEnter={addFinding}
        />
        <Button onClick={addFinding}>{words.addBelonging}</Button>
      </div>
      <h2>{words.notes}</h2>
      <Input.TextArea
        aria-label={words.notes}
        rows={3}
        maxLength={10_000}
        value={checkIn.notes ?? ''}
        onChange={(e) => onChange((now) => ({ ...now, notes: e.target.value }))}
      />
    </>
  )
}
