import { Link } from 'react-router'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import type { DayJobView } from '#server/day/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { words } from '#words/en/screens/work.ts'
import { useMyDay } from './useMyDay.ts'

/** What is one's own across cars, in the plan's order. */
export function MyDay({ jobs }: { jobs: readonly DayJobView[] }) {
  const stays = useMyDay()
  const { person } = useSignedIn()
  const here = jobs.filter((job) => job.hands.includes(person))
  return (
    <section className="card" aria-label={words.myDay}>
      <h2>{words.myDay}</h2>
      {stays.length + here.length === 0 && <p className="soft">{words.myDayEmpty}</p>}
      <ol className="plain rows">
        {here.map((job) => (
          <li key={job.id} className="here">
            <Link to={`/jobs/${job.id}/work`} className="row entry">
              <strong className="titled">{job.callSign}</strong>
              <strong>{words.myNow}</strong>
            </Link>
          </li>
        ))}
        {stays.map((stay) => (
          <li key={`${stay.job} ${stay.from}`}>
            <Link to={`/jobs/${stay.job}/work`} className="row entry">
              <strong className="titled">{stay.sign}</strong>
              <span className="soft">{words.myStay(sayClock(stay.from), stay.steps, sayMinutes(stay.minutes))}</span>
            </Link>
          </li>
        ))}
      </ol>
    </section>
  )
}
