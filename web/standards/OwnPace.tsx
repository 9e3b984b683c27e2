import { Button, Table } from 'antd'
import { useMemo } from 'react'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { sampleCar } from '#core/procedures/sample.ts'
import { sayMinutes } from '#core/units/format.ts'
import { useMay } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import type { WordedCatalogue } from '#words/catalogue.ts'
import { words } from '#words/en/screens/standards.ts'
import { useKeepRates, usePace } from './api.ts'

const percent = (chance: number) => `${chance} %`
const times = (factor: number) => `× ${factor.toFixed(2)}`

/** What the shop's own finished steps say of its pace, before and after it is taken over. */
export function OwnPace({ catalogue }: { catalogue: WordedCatalogue }) {
  const pace = usePace()
  const keep = useKeepRates()
  const may = useMay('standards.write')
  const proposed = useMemo(
    () =>
      Object.fromEntries((pace.data?.measured ?? []).map((m) => [m.treatment, Math.round(m.proposed * 1000) / 1000])),
    [pace.data],
  )
  const minutes = useMemo(() => {
    const checkIn = sampleCar(catalogue)
    const of = (rates: Record<string, number>) => generateProcedure({ checkIn, rates }, catalogue).totals.attended
    return { now: of(pace.data?.rates ?? {}), own: of({ ...pace.data?.rates, ...proposed }) }
  }, [catalogue, pace.data, proposed])
  if (pace.isPending) return <Fetching lines={4} />
  if (pace.isLoadingError) return <ErrorNotice error={pace.error} onRetry={() => void pace.refetch()} />
  const { measured, rates, wicking } = pace.data
  const stain = (id: string) => catalogue.stains.find((s) => s.id === id)?.name ?? id
  const name = (id: string) => [...catalogue.treatments, ...catalogue.wholeCar].find((t) => t.id === id)?.name ?? id
  return (
    <section className="card stack" aria-labelledby="pace">
      <h2 id="pace">{words.part.pace}</h2>
      <p className="soft">{words.paceLead}</p>
      {measured.length === 0 ? (
        <p>{words.noPace}</p>
      ) : (
        <>
          <p className="big-line">{words.sample(sayMinutes(minutes.now), sayMinutes(minutes.own))}</p>
          <Table
            size="small"
            pagination={false}
            rowKey="treatment"
            dataSource={measured}
            columns={[
              { title: words.treatment, dataIndex: 'treatment', render: name },
              { title: words.records, dataIndex: 'records', align: 'right', responsive: ['sm'] },
              { title: words.measured, dataIndex: 'measured', align: 'right', render: times, responsive: ['sm'] },
              { title: words.now, align: 'right', render: (_, m) => times(rates[m.treatment] ?? 1) },
              { title: words.proposed, dataIndex: 'proposed', align: 'right', render: times },
            ]}
          />
          {may && (
            <div className="row">
              <Button type="primary" loading={keep.isPending} onClick={() => keep.mutate({ ...rates, ...proposed })}>
                {words.takeOver}
              </Button>
              <Button disabled={Object.keys(rates).length === 0} onClick={() => keep.mutate({})}>
                {words.backToBook}
              </Button>
            </div>
          )}
        </>
      )}
      {keep.isError && <ErrorNotice error={keep.error} />}
      {wicking && (
        <>
          <h3>{words.wicking}</h3>
          <p className="soft">{words.wickingLead}</p>
          <Table
            size="small"
            pagination={false}
            rowKey="stain"
            dataSource={wicking}
            columns={[
              { title: words.stain, dataIndex: 'stain', render: stain },
              { title: words.judged, dataIndex: 'seen', align: 'right' },
              { title: words.foretold, dataIndex: 'foretold', align: 'right', render: percent },
              { title: words.came, align: 'right', render: (_, w) => words.cameOf(w.came, w.seen) },
            ]}
          />
        </>
      )}
    </section>
  )
}
