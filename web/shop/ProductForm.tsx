import { Button, Checkbox, Form, Input, InputNumber, Select } from 'antd'
import { pictogramWords } from '#core/chemistry/pictograms.ts'
import { alwaysAsk } from '#core/chemistry/vessel.ts'
import { families, questionsOf } from '#core/shop/families.ts'
import { missingOf, purposesOf } from '#core/shop/products.ts'
import type { OwnProduct, Strength } from '#core/shop/schema.ts'
import type { Fault } from '#core/units/fault.ts'
import { LabelField, type Labelled } from '#web/ui/LabelField.tsx'
import { MoneyField } from '#web/ui/MoneyField.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import {
  families as familyNames,
  missing as missingNames,
  purposes as purposeNames,
  questions,
} from '#words/en/shop.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  can: OwnProduct
  catalogue: WordedCatalogue
  currency: string
  /** Of this can alone: pointers below it. */
  faults: readonly Fault[]
  onChange: (can: OwnProduct) => void
}

const wear = ['gloves', 'goggles', 'goggles-for-the-concentrate', 'mask', 'apron'] as const
const codes = (text: string) =>
  text
    .toUpperCase()
    .split(/[\s,;]+/)
    .filter(Boolean)

/** A can as its label says it: what it is, what is in it, how strong, what it does to whom, what it costs. */
export function ProductForm({ can, catalogue, currency, faults, onChange }: Props) {
  const set = (change: Partial<OwnProduct>) => onChange({ ...can, ...change })
  /** What is wrong with a field, said beside it. */
  const told = (...fields: string[]) => {
    const found = faults.filter((f) => fields.some((field) => f.pointer.startsWith(`/${field}`)))
    return found.length > 0
      ? { validateStatus: 'error' as const, help: found.map((f) => speak.fault(f).message).join(' ') }
      : {}
  }
  const shipped = catalogue.products.filter((p) => !p.id.startsWith('own-'))
  const role = shipped.find((p) => p.id === can.role)
  const purposes = role ? purposesOf(role.id, catalogue) : []
  const strict = role ? alwaysAsk(role) : false
  const strength = (purpose: string, by: Strength['by'], said: Labelled | null) =>
    set({
      strengths: [
        ...can.strengths.filter((s) => s.purpose !== purpose || s.by !== by),
        ...(said ? [{ purpose, by, ...said }] : []),
      ],
    })
  const missing = missingOf(can)
  const w = words.product
  return (
    <Form layout="vertical" requiredMark={false} component={false}>
      {missing.length > 0 && (
        <p className="caution" role="status">
          {missing[0] === 'never-used' ? missingNames['never-used'] : w.missing(missing.map((m) => missingNames[m]))}
        </p>
      )}
      <div className="in-columns">
        <Form.Item label={w.name} htmlFor="can-name" {...told('name')}>
          <Input id="can-name" maxLength={80} value={can.name} onChange={(e) => set({ name: e.target.value })} />
        </Form.Item>
        <Form.Item label={w.role} htmlFor="can-role" {...told('role')}>
          <Select
            id="can-role"
            showSearch={{ optionFilterProp: 'label' }}
            placeholder={w.rolePlaceholder}
            value={can.role}
            options={shipped.map((p) => ({ value: p.id, label: `${p.name} (${p.roleName})` }))}
            onChange={(id: string | null) => set({ role: id, strengths: [] })}
          />
        </Form.Item>
        <Form.Item label={w.ph} htmlFor="can-ph" {...told('ph')}>
          <Select id="can-ph" value={can.ph} placeholder={w.asLabel} options={w.phs} onChange={(ph) => set({ ph })} />
        </Form.Item>
        <Form.Item label={w.barcode} htmlFor="can-barcode" {...told('barcode')}>
          <Input
            id="can-barcode"
            maxLength={40}
            value={can.barcode ?? ''}
            onChange={(e) => {
              const { barcode: _old, ...rest } = can
              const barcode = e.target.value.trim()
              onChange(barcode === '' ? rest : { ...rest, barcode })
            }}
          />
        </Form.Item>
      </div>
      <Form.Item label={w.families} htmlFor="can-families" {...told('families')}>
        <Select
          id="can-families"
          mode="multiple"
          placeholder={w.familiesHint}
          value={can.families}
          options={families.map((value) => ({ value, label: familyNames[value] }))}
          showSearch={{ optionFilterProp: 'label' }}
          onChange={(list: string[]) => set({ families: list })}
        />
      </Form.Item>
      {role && (
        <fieldset className="strengths">
          <legend>{w.strengths}</legend>
          <div className="strength soft" aria-hidden="true">
            <span />
            <span>{w.byHand}</span>
            <span>{w.byMachine}</span>
          </div>
          {purposes.map((purpose) => (
            <div key={purpose} className="strength">
              <span>{purposeNames[purpose] ?? purpose}</span>
              {(['hand', 'machine'] as const).map((by) => (
                <LabelField
                  key={`${role.id} ${purpose} ${by}`}
                  name={w.strengthOf(purposeNames[purpose] ?? purpose, by)}
                  strict={strict}
                  value={can.strengths.find((s) => s.purpose === purpose && s.by === by) ?? null}
                  onChange={(said) => strength(purpose, by, said)}
                />
              ))}
            </div>
          ))}
          <div className="strength">
            <span>{w.maximum}</span>
            <LabelField name={w.maximum} strict={strict} value={can.maximum} onChange={(maximum) => set({ maximum })} />
          </div>
          {told('strengths', 'maximum').help && (
            <p role="alert" className="field-fault">
              {told('strengths', 'maximum').help}
            </p>
          )}
        </fieldset>
      )}
      <div className="in-columns">
        {(['h', 'p'] as const).map((kind) => (
          <Form.Item key={kind} label={w.codes[kind].label} htmlFor={`can-${kind}`} {...told(kind)}>
            <Input
              id={`can-${kind}`}
              placeholder={w.codes[kind].hint}
              defaultValue={can[kind].join(', ')}
              onChange={(e) => set({ [kind]: codes(e.target.value) })}
            />
          </Form.Item>
        ))}
        <Form.Item label={w.signal} htmlFor="can-signal">
          <Select id="can-signal" value={can.signal} options={w.signals} onChange={(signal) => set({ signal })} />
        </Form.Item>
        <Form.Item label={w.pictograms} htmlFor="can-pictograms">
          <Select
            id="can-pictograms"
            mode="multiple"
            value={can.pictograms}
            options={Object.entries(pictogramWords).map(([value, label]) => ({ value, label }))}
            onChange={(pictograms: OwnProduct['pictograms']) => set({ pictograms })}
          />
        </Form.Item>
        <Form.Item label={w.life} htmlFor="can-life">
          <InputNumber
            id="can-life"
            min={1}
            max={3650}
            precision={0}
            value={can.lifeDays}
            onChange={(days) => typeof days === 'number' && set({ lifeDays: days })}
          />
        </Form.Item>
        <Form.Item label={w.wear} htmlFor="can-wear">
          <Select
            id="can-wear"
            mode="multiple"
            value={can.ppe}
            options={wear.map((value) => ({ value, label: speak.names.wear(value) }))}
            onChange={(ppe: string[]) => set({ ppe })}
          />
        </Form.Item>
      </div>
      <div className="row">
        <Checkbox checked={can.flammable} onChange={(e) => set({ flammable: e.target.checked })}>
          {w.flammable}
        </Checkbox>
        <Checkbox checked={can.waterFirst} onChange={(e) => set({ waterFirst: e.target.checked })}>
          {w.waterFirst}
        </Checkbox>
        <Checkbox checked={can.foams} onChange={(e) => set({ foams: e.target.checked })}>
          {w.foams}
        </Checkbox>
      </div>
      {questionsOf({ ...can, answers: {} }).map(({ code, h }) => (
        <Form.Item key={code} label={`${h.join(', ')} ${questions[code]}`.trim()} htmlFor={`can-q-${code}`}>
          <Input
            id={`can-q-${code}`}
            maxLength={300}
            placeholder={w.answer}
            value={can.answers[code] ?? ''}
            onChange={(e) => {
              const { [code]: _old, ...rest } = can.answers
              set({ answers: e.target.value.trim().length < 3 ? rest : { ...rest, [code]: e.target.value } })
            }}
          />
        </Form.Item>
      ))}
      <Form.Item label={w.neverOn} htmlFor="can-never" {...told('neverOn')}>
        <Select
          id="can-never"
          mode="multiple"
          placeholder={w.neverHint}
          value={can.neverOn}
          options={catalogue.materials.map((m) => ({ value: m.id, label: m.name }))}
          showSearch={{ optionFilterProp: 'label' }}
          onChange={(neverOn: string[]) => set({ neverOn })}
        />
      </Form.Item>
      <fieldset className="strengths">
        <legend>{w.packs}</legend>
        {can.packs.map((pack, i) => (
          // Packs are told apart by their place alone.
          <div key={i} className="row">
            <InputNumber
              className="field-s"
              aria-label={w.packMl(i + 1)}
              suffix="ml"
              min={1}
              max={1_000_000}
              value={pack.ml}
              onChange={(ml) =>
                typeof ml === 'number' && set({ packs: can.packs.map((p, k) => (k === i ? { ...p, ml } : p)) })
              }
            />
            <MoneyField
              label={w.packPrice(i + 1)}
              currency={currency}
              value={pack.price}
              onChange={(price) => set({ packs: can.packs.map((p, k) => (k === i ? { ...p, price: price ?? 0 } : p)) })}
            />
            <Button type="text" onClick={() => set({ packs: can.packs.filter((_, k) => k !== i) })}>
              {words.takeAway}
            </Button>
          </div>
        ))}
        <Button onClick={() => set({ packs: [...can.packs, { ml: 1000, price: 0 }] })}>{w.addPack}</Button>
      </fieldset>
    </Form>
  )
}
