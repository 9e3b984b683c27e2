import { useQuery } from '@tanstack/react-query'
import { Button, Segmented } from 'antd'
import { useMemo, useState } from 'react'
import { type HistoryKind, historyOf } from '#core/job/history.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import { get, linkTo } from '#web/client/http.ts'
import { useWork } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { useRouteId } from '#web/shell/useRouteId.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import './work.css'

/** Events that the server gives at once. */
const page = 500

/** The whole ledger of a job, a page at a time. */
async function wholeLedger(id: string, signal: AbortSignal): Promise<WorkEvent[]> {
  const all: WorkEvent[] = []
  for (;;) {
    const after = String(all.at(-1)?.position ?? 0)
    const next = await get('/api/jobs/:id/events', { params: { id }, query: { after }, signal })
    all.push(...next)
    if (next.length < page) return all
  }
}

/** All that was said and done on a job: who, when, what; by kind, to print, and as a file. */
export default function HistoryScreen() {
  const id = useRouteId()
  const { timeZone } = useSignedIn()
  const work = useWork(id)
  const position = work.data?.state.position
  const ledger = useQuery({
    queryKey: ['jobs', id, 'ledger', position],
    queryFn: ({ signal }) => wholeLedger(id, signal),
    enabled: position !== undefined,
    placeholderData: (before) => before,
  })
  const [kind, setKind] = useState<HistoryKind | 'all'>('all')
  const procedure = work.data?.procedure
  const lines = useMemo(
    () => (ledger.data && procedure ? historyOf(ledger.data, procedure) : []),
    [ledger.data, procedure],
  )
  if (work.isLoadingError) return <ErrorNotice error={work.error} onRetry={() => void work.refetch()} />
  if (ledger.isLoadingError) return <ErrorNotice error={ledger.error} onRetry={() => void ledger.refetch()} />
  if (!work.data || !ledger.data) return <Fetching lines={6} />
  const { names } = work.data
  const shown = lines.filter((line) => kind === 'all' || line.kind === kind)
  return (
    <section className="card">
      <div className="row spread apart">
        <h2>{words.history.title}</h2>
        <span className="row no-print">
          <Button onClick={() => window.print()}>{words.history.print}</Button>
          <Button href={linkTo('/api/jobs/:id/events/file', { params: { id } })}>{words.history.file}</Button>
        </span>
      </div>
      <Segmented<HistoryKind | 'all'>
        className="no-print"
        aria-label={words.history.kind}
        value={kind}
        onChange={setKind}
        options={(['all', 'work', 'checks', 'found', 'said', 'job'] as const).map((value) => ({
          value,
          label: words.history.kinds[value],
        }))}
      />
      {shown.length === 0 && <p className="soft">{words.history.none}</p>}
      <ul className="plain history">
        {shown.map((line) => (
          <li key={line.id}>
            <span className="soft">{saidAt(timeZone, Date.parse(line.at))}</span>
            <span>
              <strong>{names[line.by] ?? ''}</strong> {words.saidApart[line.type] ?? line.type}{' '}
              {line.step ? speak.title(line.step) : line.place ? speak.placeToCheck({ id: line.place }) : ''}
              {line.words && <span className="soft"> · {line.words}</span>}
              {line.offline && <span className="tag">{words.history.offline}</span>}
              {line.conflict && (
                <span className="soft"> {words.history.against(words.apartWhy[line.conflict] ?? line.conflict)}</span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
