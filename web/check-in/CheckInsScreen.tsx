import { Link } from 'react-router'
import { useCatalogue, useMay, useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useFindVehicle } from '#web/ui/FindVehicle.tsx'
import { useDrafts } from './api.ts'
import './check-in.css'
import { words } from '#words/en/screens/check-in.ts'
import { FleetList } from './FleetList.tsx'
import { NewCheckIn } from './NewCheckIn.tsx'

export default function CheckInsScreen() {
  const zone = useSignedIn().timeZone
  const catalogue = useCatalogue()
  const drafts = useDrafts()
  const mayWrite = useMay('check-in.write')
  const { found, field } = useFindVehicle(drafts.data ?? [])
  if (catalogue.isPending || drafts.isPending) return <Fetching />
  if (catalogue.isLoadingError) return <ErrorNotice error={catalogue.error} onRetry={() => void catalogue.refetch()} />
  if (drafts.isLoadingError) return <ErrorNotice error={drafts.error} onRetry={() => void drafts.refetch()} />
  return (
    <div className="take-in">
      <div className="column">
        <section className="card">
          <h2>{words.expected}</h2>
          {drafts.data.length === 0 && <p className="soft">{words.none}</p>}
          {field}
          <ul className="plain">
            {found.map((job) => (
              <li key={job.id} className="row line-room ruled">
                <span aria-hidden="true" className="stripe" style={{ background: job.colour }} />
                <strong className="titled title-m">{job.callSign}</strong>
                <span className="soft">
                  {job.vehicle} · {job.plate} · {clockIn(zone, job.arrives)}
                </span>
                <Link
                  className="to-the-end strong"
                  to={`/jobs/${job.id}/check-in`}
                  aria-label={`${words.open}: ${job.callSign}`}
                >
                  {words.open}
                </Link>
              </li>
            ))}
          </ul>
        </section>
        {mayWrite && <FleetList />}
      </div>
      {mayWrite && <NewCheckIn catalogue={catalogue.data} />}
    </div>
  )
}
