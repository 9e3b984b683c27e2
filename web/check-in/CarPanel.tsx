import { Button, Input, Select } from 'antd'
import { useState } from 'react'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { readVin } from '#core/cabin/vin.ts'
import type { CustomerView } from '#server/customers/views.ts'
import type { MemoryView } from '#server/vehicles/views.ts'
import { useCustomer } from '#web/client/customers.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { speak } from '#words/en/speak.ts'
import { BodyEditor } from './BodyEditor.tsx'
import { CustomerPicker } from './CustomerPicker.tsx'
import { Memory } from './Memory.tsx'
import { ModelNote } from './ModelNote.tsx'
import type { PanelProps } from './panel.ts'
import { ReceivedFields } from './ReceivedFields.tsx'
import { useAddCustomer } from './vehicles.ts'

/** The car and whose it is: customer, VIN, what was sold, features, body, and what is remembered. */
export function CarPanel({
  checkIn,
  onChange,
  catalogue,
  memory,
}: PanelProps & { catalogue: WordedCatalogue; memory: MemoryView | undefined }) {
  const addCustomer = useAddCustomer()
  const [editing, setEditing] = useState(false)
  const { vehicle } = checkIn
  const vin = vehicle.vin ? readVin(vehicle.vin) : undefined
  const customer = useCustomer(checkIn.customerId).data
  /** A body's change may take surfaces away: what was marked on them goes with them. */
  const setBody = (body: Body) => {
    const there = new Set(surfacesOf(body, catalogue.surfaces).map((s) => s.id))
    onChange((now) => ({
      ...now,
      vehicle: { ...now.vehicle, body },
      condition: Object.fromEntries(Object.entries(now.condition).filter(([id]) => there.has(id))),
    }))
  }
  const setVin = (text: string) => {
    const kept = readVin(text).vin.slice(0, 17)
    onChange((now) => {
      const { vin: _before, ...rest } = now.vehicle
      return { ...now, vehicle: kept === '' ? rest : { ...rest, vin: kept } }
    })
  }
  const pickCustomer = (found: CustomerView | undefined) =>
    onChange(({ customerId: _before, ...rest }) =>
      found ? { ...rest, customerId: found.id, customer: found.name, finish: found.finish } : rest,
    )
  /** The answer is for the draft, which outlives this panel: another may be open when it comes. What fails is told below. */
  const keepCustomer = async () => {
    const { customer: name, finish = 'standard' } = checkIn
    const made = await addCustomer.mutateAsync({ name, contact: '', notes: '', sensitivities: '', finish })
    onChange((now) => ({ ...now, customerId: made.id }))
  }
  return (
    <>
      <h2>{words.car}</h2>
      {memory !== undefined && (
        <Memory
          memory={memory}
          onBring={() =>
            memory &&
            onChange((now) => ({
              ...now,
              vehicle: { ...now.vehicle, body: memory.vehicle.body },
              condition: memory.condition,
              odours: memory.odours,
            }))
          }
        />
      )}
      <ReceivedFields checkIn={checkIn} onChange={onChange} />
      <h2>{words.whose}</h2>
      <div className="field">
        VIN
        <Input aria-label="VIN" value={vehicle.vin ?? ''} maxLength={24} onChange={(e) => setVin(e.target.value)} />
      </div>
      {vin && (
        <div className={vin.verdict === 'valid' || vin.verdict === 'no-check-digit' ? 'soft' : 'told'}>
          {vin.message}
        </div>
      )}
      <div className="field">
        {words.customer}
        <CustomerPicker picked={customer} name={checkIn.customer} onPick={pickCustomer} />
      </div>
      {!checkIn.customerId && checkIn.customer.trim() !== '' && (
        <Button loading={addCustomer.isPending} onClick={() => void keepCustomer().catch(() => undefined)}>
          {words.keepCustomer(checkIn.customer)}
        </Button>
      )}
      {addCustomer.error && <ErrorNotice error={addCustomer.error} />}
      {customer?.sensitivities && (
        <div className="told">
          <strong>{words.sensitive}</strong> {customer.sensitivities}
        </div>
      )}
      <div className="field">
        {words.sold}
        <Select
          aria-label={words.sold}
          value={checkIn.package ?? 'whole'}
          onChange={(id) => onChange((now) => ({ ...now, package: id }))}
          options={catalogue.packages
            .filter((p) => p.offered !== false || p.id === checkIn.package)
            .map((p) => ({ value: p.id, label: p.name }))}
        />
      </div>
      <div className="field">
        {words.finish}
        <Select
          aria-label={words.finish}
          value={checkIn.finish ?? 'standard'}
          onChange={(finish) => onChange((now) => ({ ...now, finish }))}
          options={words.finishes}
        />
      </div>
      <div className="field">
        {words.features}
        <Select
          aria-label={words.features}
          mode="multiple"
          showSearch={{ optionFilterProp: 'label' }}
          value={vehicle.body.features ?? []}
          onChange={(features: string[]) => setBody({ ...vehicle.body, features })}
          options={catalogue.features.map((f) => ({ value: f.id, label: f.name }))}
        />
      </div>
      {vehicle.body.features?.includes('child-seat') && (
        <div className="field">
          {words.childSeats}
          <Select
            aria-label={words.childSeats}
            mode="multiple"
            maxCount={8}
            value={checkIn.childSeats ?? []}
            onChange={(childSeats: string[]) => onChange((now) => ({ ...now, childSeats }))}
            options={surfacesOf(vehicle.body, catalogue.surfaces)
              .filter((s) => s.kind === 'seat-base')
              .map((s) => ({ value: s.zone, label: speak.surface(s.name) }))}
          />
        </div>
      )}
      <ModelNote make={vehicle.make} model={vehicle.model} />
      <Button aria-expanded={editing} onClick={() => setEditing(!editing)}>
        {words.editBody}
      </Button>
      {editing && <BodyEditor body={vehicle.body} onChange={setBody} catalogue={catalogue} />}
    </>
  )
}
