import { useQuery } from '@tanstack/react-query'
import { NavLink, Outlet } from 'react-router'
import { useMay } from '#web/client/session.ts'
import { jobRowQuery } from '#web/client/work.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/shell.ts'
import { useRouteId } from './useRouteId.ts'

/** The job's row, shared by the frame and the screens inside it. */
export const useJob = (id: string) => useQuery(jobRowQuery(id))

/** Call sign, vehicle and the job's own tabs; the screen goes below. */
export function JobFrame() {
  const id = useRouteId()
  const job = useJob(id)
  const seesRecords = useMay('records.see')
  if (job.isPending) return <Fetching />
  if (job.isLoadingError) return <ErrorNotice error={job.error} onRetry={() => void job.refetch()} />
  const { callSign, colour, checkIn, state } = job.data
  const tabs =
    state === 'called-off'
      ? (['checkIn'] as const)
      : state === 'draft'
        ? (['checkIn', 'procedure', 'drying'] as const)
        : ([
            'checkIn',
            'procedure',
            ...(state === 'handed-over' ? [] : (['drying'] as const)),
            'work',
            'final',
            'report',
            'history',
            ...(seesRecords ? (['record'] as const) : []),
          ] as const)
  const path = {
    checkIn: 'check-in',
    procedure: 'procedure',
    drying: 'drying',
    work: 'work',
    final: 'final',
    report: 'report',
    history: 'history',
    record: 'record',
  }
  return (
    <>
      <div className="row job-head apart">
        <span aria-hidden="true" className="stripe" style={{ background: colour }} />
        <h1 className="title-l">{callSign}</h1>
        <span className="soft">
          {checkIn.vehicle.make} {checkIn.vehicle.model} · {checkIn.vehicle.plate} · {checkIn.customer}
        </span>
        <nav className="tabs no-print to-the-end" aria-label={words.screensOf(callSign)}>
          {tabs.map((tab) => (
            <NavLink
              key={tab}
              to={path[tab]}
              data-desk={
                (tab === 'drying' && state !== 'draft') || tab === 'history' || tab === 'record' ? true : undefined
              }
            >
              {words.job[tab]}
            </NavLink>
          ))}
        </nav>
      </div>
      <Outlet />
    </>
  )
}
