import { Button, Input, Segmented, Select } from 'antd'
import { useDeferredValue, useRef } from 'react'
import { Link, useSearchParams } from 'react-router'
import { dayAfter, dayIn } from '#core/units/shop-time.ts'
import { useCatalogue, useMay, usePeople, useSignedIn } from '#web/client/session.ts'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/figures.ts'
import { Bars } from './Bars.tsx'
import { JobLine } from './JobLine.tsx'
import { kinds, type Line } from './kinds.ts'
import { LineTable } from './LineTable.tsx'
import { OwnChances } from './OwnChances.tsx'
import { useFigures, type Which } from './useFigures.ts'
import './records.css'

/** Days that are shown until somebody says otherwise. */
const usual = 28
type Of = keyof typeof words.kinds

/** What the address says: it can be kept, sent and gone back to. */
function useWanted() {
  const [params, setParams] = useSearchParams()
  const zone = useSignedIn().timeZone
  const today = dayIn(zone, new Date().toISOString())
  const get = (name: string) => params.get(name) ?? undefined
  const of = (Object.keys(words.kinds) as Of[]).find((k) => k === get('of')) ?? 'times'
  const ways = kinds[of]!
  const which: Which = {
    from: get('from') ?? dayAfter(today, 1 - usual),
    to: get('to') ?? today,
    ...(get('find') ? { find: get('find')! } : {}),
    ...(get('person') ? { person: get('person')! } : {}),
  }
  const set = (change: Record<string, string | null>) =>
    setParams(
      (before) => {
        for (const [name, value] of Object.entries({ open: null, ...change }))
          if (value) before.set(name, value)
          else before.delete(name)
        return before
      },
      { replace: true },
    )
  return { of, kind: ways.find((w) => w.id === get('by')) ?? ways[0]!, ways, which, open: get('open'), set }
}

/** What the records of a period come to: one chart at a time with its table, and the cars of whatever is pressed in it. */
export default function FiguresScreen() {
  const { of, kind, ways, which, open, set } = useWanted()
  const seesMoney = useMay('records.money')
  const ownsShop = useMay('shop.write')
  const people = usePeople()
  const catalogue = useCatalogue()
  const figures = useFigures(useDeferredValue(which))
  const below = useRef<HTMLElement>(null)
  const view = figures.data
  const lines = view ? (kind.lines(view) as readonly Line[]) : []
  const opened = lines.find((l) => l.key === open)
  const pick = (key: string) => {
    set({ open: key })
    setTimeout(() => below.current?.focus(), 0)
  }
  const name = words.kinds[of]
  const said = view && { view }
  const file = new URLSearchParams({ of, ...which })
  return (
    <div className="stack">
      <section className="card stack" aria-labelledby="figures">
        <div className="row spread">
          <h2 id="figures">{words.title}</h2>
          <span className="row">
            <Link className="in-text" to="/records">
              {words.allCars}
            </Link>
            <Button href={`/api/records/file?${file}`}>{words.asFile}</Button>
          </span>
        </div>
        <div className="row list-tools">
          <span className="row">
            {words.from}
            <DayField label={words.from} value={which.from} onChange={(from) => set({ from })} />
            {words.to}
            <DayField label={words.to} value={which.to} onChange={(to) => set({ to })} />
          </span>
          <Input.Search
            className="field-xl"
            aria-label={words.find}
            placeholder={words.find}
            allowClear
            value={which.find ?? ''}
            onChange={(e) => set({ find: e.target.value })}
          />
          <Select
            className="field-l"
            aria-label={words.person}
            value={which.person ?? ''}
            options={[
              { value: '', label: words.anybody },
              ...(people.data ?? []).map((p) => ({ value: p.id, label: p.name })),
            ]}
            onChange={(person) => set({ person })}
          />
        </div>
        <Segmented
          className="wrap-choice"
          aria-label={words.which}
          value={of}
          options={Object.entries(words.kinds).map(([value, label]) => ({ value, label }))}
          onChange={(value) => set({ of: value, by: null })}
        />
      </section>
      <section className="card stack" aria-labelledby="figures-of">
        <div className="row spread">
          <h2 id="figures-of">{name}</h2>
          {ways.length > 1 && (
            <Segmented
              aria-label={words.by}
              value={kind.id}
              options={ways.map((w) => ({ value: w.id, label: words.ways[w.id as keyof typeof words.ways] }))}
              onChange={(by) => set({ by })}
            />
          )}
        </div>
        <p className="soft lead-line">{kind.lead}</p>
        {(figures.isPending || catalogue.isPending) && <Fetching lines={6} />}
        {figures.isLoadingError && <ErrorNotice error={figures.error} onRetry={() => void figures.refetch()} />}
        {view &&
          said &&
          catalogue.data &&
          (lines.length === 0 ? (
            <p>{view.figures.cars === 0 ? words.none : of === 'money' && !seesMoney ? words.noMoney : words.nothing}</p>
          ) : (
            <>
              <Bars name={name} kind={kind} lines={lines} said={said} onPick={pick} />
              <LineTable name={name} kind={kind} lines={lines} said={said} onPick={pick} />
              {kind.note && <p className="soft">{kind.note}</p>}
              {of === 'stains' && kind.id === 'stain' && ownsShop && <OwnChances stains={view.figures.stains.stain} />}
            </>
          ))}
      </section>
      {opened && view && said && (
        <section className="card" aria-labelledby="opened" tabIndex={-1} ref={below}>
          <h2 id="opened">{words.opened(kind.label(opened, said))}</h2>
          <ul className="plain many">
            {view.lines
              .filter((l) => opened.jobs.includes(l.id))
              .map((record) => (
                <JobLine key={record.id} record={record} />
              ))}
          </ul>
        </section>
      )}
    </div>
  )
}
