import { Link } from 'react-router'
import { heartOf, sayClock, sayMinutes } from '#core/units/format.ts'
import type { DayJobView } from '#server/day/views.ts'
import { clockIn } from '#web/shell/clock.ts'
import { PetalRing } from '#web/ui/PetalRing.tsx'
import { words } from '#words/en/screens/day.ts'
import type { Speaker } from '#words/speaker.ts'

interface Props {
  job: DayJobView
  zone: string
  now: string
  /** The same in minutes of the shop's day. */
  minute: number
  /** Its words come after the card. */
  speak: Speaker | undefined
}

export function JobCard({ job, zone, now, minute, speak }: Props) {
  const urgent = job.needs.filter((n) => n.at <= now)
  const to =
    job.state === 'draft'
      ? `/jobs/${job.id}/check-in`
      : urgent.some((n) => n.kind === 'final-check')
        ? `/jobs/${job.id}/final`
        : `/jobs/${job.id}/procedure`
  const doing = job.running[0]
  const status =
    (urgent[0] && (speak?.need(urgent[0]).title ?? '')) ??
    (doing
      ? (speak?.title(doing.title) ?? '')
      : job.state === 'draft'
        ? `expected ${clockIn(zone, job.arrives)}`
        : job.stepsDone > 0
          ? 'nobody on it'
          : 'waits')
  // An end that is past says nothing; then the promise does.
  const planned = job.ready !== null && job.due !== null && job.ready >= minute
  return (
    <Link to={to} className="card job-card" style={{ borderLeft: `9px solid ${job.colour}` }}>
      {job.petals.length > 0 ? (
        <PetalRing
          petals={job.petals}
          size={88}
          heart={job.minutesLeft === null ? '–' : heartOf(job.minutesLeft)}
          needs={urgent.length > 0}
          colour={job.colour}
        />
      ) : (
        <PetalRing petals={[]} size={88} heart="–" label={words.notCheckedIn} colour={job.colour} />
      )}
      <span className="job-card-text">
        <strong className="job-card-sign">{job.callSign}</strong>
        <span className="soft">{job.vehicle}</span>
        <span className={urgent.length > 0 ? 'chip now' : 'chip'}>{status}</span>
        <span className="soft">
          {job.minutesLeft !== null && job.minutesLeft > 0 ? `${sayMinutes(job.minutesLeft)} hands-on · ` : ''}
          {planned && job.ready !== null
            ? `plan ends ${sayClock(job.ready)}`
            : job.due
              ? `due ${clockIn(zone, job.due)}`
              : ''}
          {doing ? ` · ${doing.person}` : ''}
        </span>
      </span>
    </Link>
  )
}
