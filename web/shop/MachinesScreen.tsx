import { Button, Checkbox, Input, InputNumber, Select } from 'antd'
import { type Home, homes } from '#core/shop/kit.ts'
import type { Own } from '#core/shop/schema.ts'
import type { Machine } from '#core/shop/set-up.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { useCatalogue, useSignedIn } from '#web/client/session.ts'
import { useKeepMachines, useShop, useWriteOwn } from '#web/client/shop.ts'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useKeptState } from '#web/ui/useKeptForm.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import './shop.css'

type Kind = WordedCatalogue['equipment'][number]

interface PlateProps {
  label: string
  /** With the machine's name in it. */
  name: string
  most: number
  /** Undefined: nobody said. */
  value: number | undefined
  onChange: (value: number) => void
}

/** A figure on the machine's plate. */
const PlateFigure = ({ label, name, most, value, onChange }: PlateProps) => (
  <span className="beside">
    {label}
    <InputNumber
      className="field-s"
      aria-label={name}
      min={0.1}
      max={most}
      value={value ?? null}
      onChange={(next) => typeof next === 'number' && onChange(next)}
    />
  </span>
)

interface RowProps {
  kind: Kind
  machine: Machine
  plate: Own['kit'][string] | undefined
  onMachine: (machine: Machine) => void
  onPlate: (plate: Own['kit'][string]) => void
  onRemove: () => void
}

/** One kind of machine: how many, where, its plate, what is broken, what is due. */
function MachineRow({ kind, machine, plate = {}, onMachine, onPlate, onRemove }: RowProps) {
  const today = dayIn(useSignedIn().timeZone, new Date().toISOString())
  const { broken, upkeep } = machine
  const set = (change: Partial<Machine>) => onMachine({ ...machine, ...change })
  const name = kind.name
  return (
    <li className="machine">
      <strong>
        {name}
        <Button type="text" aria-label={words.machines.removeOf(name)} onClick={onRemove}>
          {words.machines.remove}
        </Button>
      </strong>
      <span className="beside">
        {words.machines.count}
        <InputNumber
          className="field-xs"
          aria-label={words.machines.countOf(name)}
          min={0}
          max={100}
          precision={0}
          value={machine.count}
          onChange={(n) => typeof n === 'number' && set({ count: n, broken: null })}
        />
      </span>
      <span className="beside">
        {words.machines.home}
        <Select<Home | null>
          className="field-m"
          aria-label={words.machines.homeOf(name)}
          value={machine.home}
          options={[
            { value: null, label: words.machines.homes.none },
            ...homes.map((value) => ({ value, label: words.machines.homes[value] })),
          ]}
          onChange={(home) => set({ home })}
        />
      </span>
      {kind.tank && (
        <PlateFigure
          label={words.machines.litres}
          name={words.machines.litresOf(name)}
          most={500}
          value={plate.litres ?? kind.tank.litres}
          onChange={(litres) => onPlate({ ...plate, litres })}
        />
      )}
      {kind.tank?.draws && (
        <PlateFigure
          label={words.machines.flow}
          name={words.machines.flowOf(name)}
          most={60}
          value={plate.flow}
          onChange={(flow) => onPlate({ ...plate, flow })}
        />
      )}
      {kind.tank?.draws && plate.flow && (
        <span className="soft">{words.machines.lasts((plate.litres ?? kind.tank.litres) / plate.flow)}</span>
      )}
      {kind.ozone && (
        <PlateFigure
          label={words.machines.ozone}
          name={words.machines.ozoneOf(name)}
          most={100_000}
          value={plate.ozone ?? kind.ozone}
          onChange={(ozone) => onPlate({ ...plate, ozone })}
        />
      )}
      {kind.warmUp && (
        <PlateFigure
          label={words.machines.warmUp}
          name={words.machines.warmUpOf(name)}
          most={60}
          value={plate.warmUp ?? kind.warmUp}
          onChange={(warmUp) => onPlate({ ...plate, warmUp })}
        />
      )}
      <Checkbox
        checked={broken !== null}
        disabled={machine.count === 0}
        onChange={(e) => set({ broken: e.target.checked ? { count: 1, since: today, why: '' } : null })}
      >
        {words.machines.broken}
      </Checkbox>
      {broken && (
        <span className="row">
          {machine.count > 1 && (
            <InputNumber
              className="field-xs"
              aria-label={words.machines.brokenCount(name)}
              min={1}
              max={machine.count}
              value={broken.count}
              onChange={(count) => typeof count === 'number' && set({ broken: { ...broken, count } })}
            />
          )}
          <Input
            className="field-l"
            aria-label={words.machines.why(name)}
            placeholder={words.machines.whyHint}
            maxLength={120}
            value={broken.why}
            onChange={(e) => set({ broken: { ...broken, why: e.target.value } })}
          />
        </span>
      )}
      <span className="beside">
        {words.machines.due}
        <DayField
          label={words.machines.dueOf(name)}
          value={upkeep?.due ?? null}
          onChange={(due) => set({ upkeep: due ? { due, what: upkeep?.what || words.machines.service } : null })}
        />
        {upkeep && upkeep.due <= today && <span className="tag">{words.machines.isDue(upkeep.what)}</span>}
      </span>
    </li>
  )
}

function MachineList({
  catalogue,
  machines: start,
  kit,
}: {
  catalogue: WordedCatalogue
  machines: Machine[]
  kit: Own['kit']
}) {
  const [{ machines, plates }, set, forget] = useKeptState('machines', { machines: start, plates: kit })
  const setMachines = (next: Machine[]) => set({ machines: next, plates })
  const setPlates = (next: Own['kit']) => set({ machines, plates: next })
  const keep = useKeepMachines()
  const write = useWriteOwn()
  const others = catalogue.equipment.filter((e) => !machines.some((m) => m.kind === e.id))
  const changed = JSON.stringify([machines, plates]) !== JSON.stringify([start, kit])
  const save = () =>
    keep.mutate(machines, {
      onSuccess: () => {
        forget()
        if (JSON.stringify(plates) !== JSON.stringify(kit)) write.mutate((own) => ({ ...own, kit: plates }))
      },
    })
  return (
    <section className="card" aria-labelledby="machines">
      <h2 id="machines">{words.machines.title}</h2>
      <p className="soft">{words.machines.lead}</p>
      {machines.length === 0 && <p>{words.machines.none}</p>}
      <ul className="plain machines">
        {machines.map((machine) => {
          const kind = catalogue.equipment.find((e) => e.id === machine.kind)
          return (
            kind && (
              <MachineRow
                key={machine.kind}
                kind={kind}
                machine={machine}
                plate={plates[machine.kind]}
                onMachine={(next) => setMachines(machines.map((m) => (m.kind === next.kind ? next : m)))}
                onPlate={(plate) => setPlates({ ...plates, [machine.kind]: plate })}
                onRemove={() => setMachines(machines.filter((m) => m.kind !== machine.kind))}
              />
            )
          )
        })}
      </ul>
      <div className="row">
        <Select
          className="field-xl"
          aria-label={words.machines.add}
          placeholder={words.machines.add}
          showSearch={{ optionFilterProp: 'label' }}
          value={null}
          options={others.map((e) => ({ value: e.id, label: e.name }))}
          onChange={(kind: string | null) =>
            kind && setMachines([...machines, { kind, count: 1, home: null, broken: null, upkeep: null }])
          }
        />
        <Button type="primary" loading={keep.isPending || write.isPending} onClick={save} className="to-the-end">
          {words.save}
        </Button>
        {keep.isSuccess && !changed && <span role="status">{words.saved}</span>}
      </div>
      {keep.isError && <ErrorNotice error={keep.error} />}
      {write.isError && <ErrorNotice error={write.error} />}
      <p className="soft">{words.machines.without(others.filter((e) => !e.place).map((e) => e.name.toLowerCase()))}</p>
    </section>
  )
}

/** The shop's machines: what nobody has is not planned. */
export default function MachinesScreen() {
  const [shop, catalogue] = [useShop(), useCatalogue()]
  const failed = [shop, catalogue].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!shop.data || !catalogue.data) return <Fetching lines={5} />
  return <MachineList catalogue={catalogue.data} machines={shop.data.machines} kit={shop.data.own.kit} />
}
