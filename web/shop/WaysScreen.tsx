import { Button, Checkbox, Input, InputNumber } from 'antd'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { Treatment } from '#core/catalogue/treatment.ts'
import { ownFaults, remadeOf } from '#core/shop/check.ts'
import type { Own, OwnTreatment, TreatmentChange } from '#core/shop/schema.ts'
import { useShipped } from '#web/client/session.ts'
import { useShop, useWriteOwn } from '#web/client/shop.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { intoView } from '#web/ui/into-view.ts'
import { ListTools } from '#web/ui/ListTools.tsx'
import { useKeptState } from '#web/ui/useKeptForm.ts'
import { useListing, type Ways } from '#web/ui/useListing.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/shop.ts'
import { speak } from '#words/en/speak.ts'
import { Checks } from './Checks.tsx'
import './shop.css'

const w = words.ways
type Shipped = WordedCatalogue['treatments'][number]

const figures = ['rate', 'setUp', 'applied', 'attempts'] as const
type Figure = (typeof figures)[number]

/** The figures of one way of working, the usual ones beside them; an empty field is the usual one. */
function Figures({
  of,
  change,
  onChange,
}: {
  of: Treatment
  change: TreatmentChange
  onChange: (c: TreatmentChange) => void
}) {
  const put = (figure: Figure, value: number | null) => {
    const { [figure]: _old, ...rest } = change
    onChange(value === null ? rest : { ...rest, [figure]: value })
  }
  return (
    <div className="in-columns">
      {figures
        .filter((figure) => figure === 'attempts' || (of[figure] ?? 0) > 0)
        .map((figure) => (
          <span key={figure} className="figure">
            {w.figures[figure]} <span className="soft">{w.usual(of[figure] ?? 0)}</span>
            <InputNumber
              min={0}
              aria-label={w.figures[figure]}
              placeholder={String(of[figure] ?? 0)}
              value={change[figure] ?? null}
              onChange={(v) => put(figure, typeof v === 'number' ? v : null)}
            />
          </span>
        ))}
    </div>
  )
}

/** Cautions in the shop's own words, a line each. Shipped ones cannot be taken away. */
const Cautions = ({ lines, onChange }: { lines: readonly string[]; onChange: (lines: string[]) => void }) => (
  <span className="figure">
    {w.cautions}
    <Input.TextArea
      aria-label={w.cautions}
      rows={2}
      maxLength={900}
      defaultValue={lines.join('\n')}
      onChange={(e) =>
        onChange(
          e.target.value
            .split('\n')
            .map((l) => l.trim())
            .filter((l) => l.length >= 3)
            .slice(0, 5),
        )
      }
    />
  </span>
)

const without = <T extends object>(table: Record<string, T>, id: string) =>
  Object.fromEntries(Object.entries(table).filter(([key]) => key !== id))

/** One shipped way, changed; and one of the shop's own made from it. */
function Editor({ treatment, own, shipped }: { treatment: Shipped; own: Own; shipped: WordedCatalogue }) {
  const [{ change, making }, set, forget] = useKeptState<{
    change: TreatmentChange
    making?: OwnTreatment | undefined
  }>(`way ${treatment.id}`, { change: own.treatments[treatment.id] ?? {} })
  const setChange = (next: TreatmentChange) => set({ change: next, making })
  const setMaking = (next: OwnTreatment | undefined) => set({ change, making: next })
  const write = useWriteOwn()
  const mayRemake = remadeOf(shipped).has(treatment.id)
  const changed = (now: Own): Own => ({
    ...now,
    treatments:
      Object.keys(change).length === 0
        ? without(now.treatments, treatment.id)
        : { ...now.treatments, [treatment.id]: change },
    made: making ? [...now.made.filter((m) => m.id !== making.id), making] : now.made,
  })
  const faults = ownFaults(changed(own), shipped)
  const theirs = own.made.filter((m) => m.like === treatment.id)
  return (
    <section className="card stack close" aria-label={treatment.name} ref={intoView}>
      <h2>{treatment.name}</h2>
      <p className="soft">{treatment.motion}</p>
      <Figures of={treatment} change={change} onChange={setChange} />
      <Cautions
        lines={change.cautions ?? []}
        onChange={(lines) => {
          const { cautions: _old, ...rest } = change
          setChange(lines.length > 0 ? { ...rest, cautions: lines } : rest)
        }}
      />
      {theirs.length > 0 && (
        <ul className="plain">
          {theirs.map((m) => (
            <li key={m.id} className="row ruled line-room">
              <strong>{m.name}</strong>
              {m.instead && <span className="soft">{w.instead}</span>}
              <Button type="text" className="to-the-end" onClick={() => setMaking({ ...m, retired: !m.retired })}>
                {m.retired ? w.bringBack : w.retire}
              </Button>
            </li>
          ))}
        </ul>
      )}
      {making ? (
        <fieldset className="strengths">
          <legend>{w.own}</legend>
          <span className="figure">
            {w.name}
            <Input
              maxLength={80}
              aria-label={w.name}
              value={making.name}
              onChange={(e) => setMaking({ ...making, name: e.target.value })}
            />
          </span>
          <span className="figure">
            {w.motion}
            <Input
              maxLength={300}
              aria-label={w.motion}
              value={making.motion}
              onChange={(e) => setMaking({ ...making, motion: e.target.value })}
            />
          </span>
          <Figures of={treatment} change={making.change} onChange={(c) => setMaking({ ...making, change: c })} />
          <Checkbox checked={making.instead} onChange={(e) => setMaking({ ...making, instead: e.target.checked })}>
            {w.takesPlace(treatment.name)}
          </Checkbox>
        </fieldset>
      ) : (
        mayRemake && (
          <Button
            onClick={() =>
              setMaking({
                id: `own-${uuidv7()}`,
                name: '',
                motion: treatment.motion,
                like: treatment.id,
                techniques: [],
                change: {},
                instead: true,
                retired: false,
              })
            }
          >
            {w.make}
          </Button>
        )
      )}
      {faults.map((f) => (
        <p key={f.pointer} role="alert" className="field-fault">
          {speak.fault(f).message}
        </p>
      ))}
      {write.isError && <ErrorNotice error={write.error} />}
      <div className="row">
        <Button
          type="primary"
          loading={write.isPending}
          onClick={() =>
            faults.length === 0 &&
            making?.name.trim() !== '' &&
            write.mutate(changed, {
              onSuccess: () => {
                setMaking(undefined)
                forget()
              },
            })
          }
        >
          {words.save}
        </Button>
        {making && making.name.trim() === '' && <span role="status">{w.noName}</span>}
        {write.isSuccess && !making && <span role="status">{words.saved}</span>}
      </div>
    </section>
  )
}

/** Ways of working: the catalogue's figures, and where this shop's are otherwise. */
export default function WaysScreen() {
  const [shop, shipped] = [useShop(), useShipped()]
  const [picked, setPicked] = useState<string>()
  const own = shop.data?.own
  const isOther = (t: Shipped) => own?.treatments[t.id] !== undefined || own?.made.some((m) => m.like === t.id) === true
  const ways: Ways<Shipped> = {
    textOf: (t) => `${t.name} ${t.motion}`,
    orders: [{ id: 'name', label: w.byName, compare: (a, b) => a.name.localeCompare(b.name) }],
    filters: [{ id: 'other', label: w.otherwise, keeps: isOther }],
  }
  const listing = useListing(shipped.data?.treatments ?? [], ways)
  const failed = [shop, shipped].find((q) => q.isLoadingError)
  if (failed?.error) return <ErrorNotice error={failed.error} onRetry={() => void failed.refetch()} />
  if (!shop.data || !shipped.data) return <Fetching lines={5} />
  const treatment = shipped.data.treatments.find((t) => t.id === picked)
  return (
    <div className="take-in">
      <section className="card" aria-labelledby="ways">
        <h2 id="ways">{w.title}</h2>
        <p className="soft">{w.lead}</p>
        <ListTools listing={listing} label={w.find} />
        <ul className="plain many">
          {listing.shown.map((t) => (
            <li key={t.id}>
              <Button className="left" type="text" block aria-pressed={t.id === picked} onClick={() => setPicked(t.id)}>
                {t.name} {isOther(t) && <span className="tag">{w.ours}</span>}
              </Button>
            </li>
          ))}
        </ul>
      </section>
      {treatment ? (
        <Editor
          key={`${treatment.id} ${shop.data.version}`}
          treatment={treatment}
          own={shop.data.own}
          shipped={shipped.data}
        />
      ) : (
        <div className="column">
          <p className="soft">{w.pick}</p>
          <Checks own={shop.data.own} shipped={shipped.data} />
        </div>
      )}
    </div>
  )
}
