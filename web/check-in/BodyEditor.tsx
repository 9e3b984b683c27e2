import { Button, InputNumber, Select } from 'antd'
import { bodyFaults } from '#core/cabin/check.ts'
import type { Body } from '#core/cabin/schema.ts'
import { referenceCabin } from '#core/cabin/surfaces.ts'
import { useMay } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/check-in.ts'
import { useSaveBody } from './vehicles.ts'

const slots = ['seat', 'carpet', 'mat', 'trim', 'upper', 'insert', 'wheel', 'headliner', 'glass', 'cargo'] as const
const measures = ['width', 'pitch', 'height', 'load'] as const
const values = <T extends string>(list: readonly T[]) => list.map((value) => ({ value, label: value }))

/** The parameters of this car's body: what it is made of, its rows and doors, its measures. The sheet follows at once. */
export function BodyEditor({
  body,
  onChange,
  catalogue,
}: {
  body: Body
  onChange: (body: Body) => void
  catalogue: WordedCatalogue
}) {
  const save = useSaveBody()
  const mayKeep = useMay('vehicles.write')
  const faults = bodyFaults(body, '')
  const set = (change: Partial<Body>) => onChange({ ...body, ...change })
  const doorOf = (row: number) => body.doors.find((d) => d.row === row)
  const setDoor = (row: number, kind: 'hinged' | 'sliding' | 'none') =>
    set({
      doors: [
        ...body.doors.filter((d) => d.row !== row),
        ...(kind === 'none' ? [] : [{ ...doorOf(row), row, kind }]),
      ].sort((a, b) => a.row - b.row),
    })
  const setRows = (count: number) =>
    set({
      rows: Array.from({ length: count }, (_, i) => body.rows[i] ?? { kind: 'bench', seats: 3 }),
      doors: body.doors.filter((d) => d.row <= count),
    })
  return (
    <div className="body-editor">
      <div className="field">
        {words.rows}
        <Select
          aria-label={words.rows}
          value={body.rows.length}
          onChange={setRows}
          options={[1, 2, 3].map((n) => ({ value: n, label: n }))}
        />
      </div>
      {body.rows.map((row, i) => {
        const number = i + 1
        return (
          <div key={number} className="row">
            <Select
              className="field-s"
              aria-label={words.row.seats(number)}
              value={row.kind}
              onChange={(kind) => set({ rows: body.rows.map((r, k) => (k === i ? { ...r, kind } : r)) })}
              options={words.rowKinds}
            />
            <Select
              className="field-xs"
              aria-label={words.row.places(number)}
              value={row.seats}
              onChange={(seats) => set({ rows: body.rows.map((r, k) => (k === i ? { ...r, seats } : r)) })}
              options={[1, 2, 3, 4].map((n) => ({ value: n, label: n }))}
            />
            <Select
              className="field-s"
              aria-label={words.row.doors(number)}
              value={doorOf(number)?.kind ?? 'none'}
              onChange={(kind: 'hinged' | 'sliding' | 'none') => setDoor(number, kind)}
              options={values<'hinged' | 'sliding' | 'none'>(
                number === 1 ? ['hinged', 'sliding'] : ['hinged', 'sliding', 'none'],
              )}
            />
          </div>
        )
      })}
      <div className="field">
        {words.load}
        <Select
          aria-label={words.load}
          value={body.load}
          onChange={(load) => set({ load, shelf: body.shelf === true && (load === 'hatch' || load === 'boot') })}
          options={values(['hatch', 'boot', 'cargo', 'bed', 'none'])}
        />
      </div>
      <div className="field">
        {words.roof}
        <Select
          aria-label={words.roof}
          value={body.roof ?? 'headliner'}
          onChange={(roof) => set({ roof })}
          options={words.roofs}
        />
      </div>
      <div className="field">
        {words.wheelSide}
        <Select
          aria-label={words.wheelSide}
          value={body.driverSide}
          onChange={(driverSide) => set({ driverSide })}
          options={values(['left', 'right'])}
        />
      </div>
      {slots.map((slot) => (
        <div className="field" key={slot}>
          {words.slots[slot]}
          <Select
            aria-label={words.slots[slot]}
            value={body.materials[slot] ?? ''}
            showSearch={{ optionFilterProp: 'label' }}
            onChange={(id) => {
              const { [slot]: _before, ...rest } = body.materials
              set({ materials: (id === '' ? rest : { ...rest, [slot]: id }) as Body['materials'] })
            }}
            options={[
              ...(['seat', 'carpet', 'mat'].includes(slot) ? [] : [{ value: '', label: 'usual' }]),
              ...catalogue.materials.map((m) => ({ value: m.id, label: m.name })),
            ]}
          />
        </div>
      ))}
      {measures.map((along) => (
        <div className="field" key={along}>
          {words.measures[along]}
          <InputNumber
            aria-label={words.measures[along]}
            min={0.2}
            max={5}
            step={0.05}
            value={body.dimensions?.[along] ?? null}
            placeholder={String(referenceCabin[along])}
            onChange={(metres) =>
              metres !== null && set({ dimensions: { ...(body.dimensions ?? referenceCabin), [along]: metres } })
            }
          />
        </div>
      ))}
      {faults.length > 0 && (
        <div className="told" role="alert">
          {faults.map((f) => f.message).join(' ')}
        </div>
      )}
      {mayKeep && (
        <Button disabled={faults.length > 0} loading={save.isPending} onClick={() => save.mutate(body)}>
          {save.isSuccess ? words.bodyKept : words.keepBody}
        </Button>
      )}
      {save.isError && <ErrorNotice error={save.error} />}
    </div>
  )
}
