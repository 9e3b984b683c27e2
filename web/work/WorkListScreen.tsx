import { Link } from 'react-router'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useFindVehicle } from '#web/ui/FindVehicle.tsx'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { useJobsAtWork } from './api.ts'
import { MyDay } from './MyDay.tsx'
import { PlanTold } from './PlanTold.tsx'
import './work.css'
import { words } from '#words/en/screens/work.ts'

export default function WorkListScreen() {
  const jobs = useJobsAtWork()
  const { found, field } = useFindVehicle(jobs.data ?? [])
  if (jobs.isPending) return <Fetching />
  if (jobs.isLoadingError) return <ErrorNotice error={jobs.error} onRetry={() => void jobs.refetch()} />
  return (
    <div className="stack">
      <MyDay jobs={jobs.data} />
      <section className="card">
        <PlanTold />
        <h2>{words.pick}</h2>
        {jobs.data.length === 0 && <p className="soft">{words.none}</p>}
        {field}
        <ul className="plain rows">
          {found.map((job) => (
            <li key={job.id}>
              <Link to={`/jobs/${job.id}/work`} className="row entry">
                <PetalRing
                  petals={job.petals}
                  size={56}
                  colour={job.colour}
                  label={words.stepsDone(job.stepsDone, job.steps)}
                />
                <strong className="titled title-l">{job.callSign}</strong>
                <span className="soft">
                  {job.vehicle} · {words.steps(job.stepsDone, job.steps)}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}
