import { useInfiniteQuery } from '@tanstack/react-query'
import { Button, Input, Select } from 'antd'
import { useDeferredValue, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { get } from '#web/client/http.ts'
import { DayField } from '#web/ui/DayField.tsx'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/records.ts'
import { JobLine } from './JobLine.tsx'
import './records.css'

interface Wanted {
  find: string
  state: string | null
  from: string | null
  to: string | null
}

const useRecords = (wanted: Wanted) =>
  useInfiniteQuery({
    queryKey: ['records', wanted],
    initialPageParam: null as string | null,
    queryFn: ({ pageParam, signal }) => {
      const { find, state, from, to } = wanted
      return get('/api/records', {
        query: {
          ...(find.trim() ? { find: find.trim() } : {}),
          ...(state ? { state } : {}),
          ...(from ? { from } : {}),
          ...(to ? { to } : {}),
          ...(pageParam ? { before: pageParam } : {}),
        },
        signal,
      })
    },
    getNextPageParam: (last) => last.next,
    placeholderData: (before) => before,
  })

/** Every job there ever was: found by plate, customer, car, day and state. */
export default function RecordsScreen() {
  const [params] = useSearchParams()
  const [wanted, setWanted] = useState<Wanted>({ find: params.get('find') ?? '', state: null, from: null, to: null })
  const records = useRecords(useDeferredValue(wanted))
  const set = (change: Partial<Wanted>) => setWanted({ ...wanted, ...change })
  const list = records.data?.pages.flatMap((p) => p.records) ?? []
  return (
    <section className="card" aria-labelledby="records">
      <div className="row spread">
        <h2 id="records">{words.title}</h2>
        <span className="row">
          <Link className="in-text" to="/records/figures">
            {words.figures}
          </Link>
          <Link className="in-text" to="/outbox">
            {words.outbox}
          </Link>
        </span>
      </div>
      <div className="row list-tools">
        <Input.Search
          className="field-xl"
          aria-label={words.find}
          placeholder={words.find}
          allowClear
          value={wanted.find}
          onChange={(e) => set({ find: e.target.value })}
        />
        <Select
          className="field-l"
          aria-label={words.state}
          value={wanted.state ?? 'all'}
          options={words.states}
          onChange={(state) => set({ state: state === 'all' ? null : state })}
        />
        <span className="row">
          {words.from}
          <DayField label={words.from} value={wanted.from} onChange={(from) => set({ from })} />
          {words.to}
          <DayField label={words.to} value={wanted.to} onChange={(to) => set({ to })} />
        </span>
      </div>
      {records.isPending && <Fetching lines={5} />}
      {records.isLoadingError && <ErrorNotice error={records.error} onRetry={() => void records.refetch()} />}
      {records.data && list.length === 0 && <p className="soft">{words.none}</p>}
      <ul className="plain many">
        {list.map((r) => (
          <JobLine key={r.id} record={r} />
        ))}
      </ul>
      {records.hasNextPage && (
        <Button loading={records.isFetchingNextPage} onClick={() => void records.fetchNextPage()}>
          {words.older}
        </Button>
      )}
    </section>
  )
}
