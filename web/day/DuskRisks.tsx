import { Link } from 'react-router'
import { sayClock } from '#core/units/format.ts'
import type { DayJobView } from '#server/day/views.ts'
import { words } from '#words/en/screens/day.ts'

/** From when it is said as something to do now: mid-afternoon, in time to act. */
const timeToAct = 14 * 60

const clockOf = (minute: number) => (minute < 1440 ? sayClock(minute) : words.tomorrow(sayClock(minute)))

/** Cars that the night finds wet, and what to do while it is light. */
export function DuskRisks({ jobs, now }: { jobs: readonly DayJobView[]; now: number }) {
  return jobs.map(({ id, callSign, dusk }) => {
    const { kind, dryAt, sunset } = dusk!
    const presses = kind === 'froze' || now >= timeToAct
    return (
      <li key={`${id} dusk`} className="need">
        <span>
          <span className={presses ? 'chip now' : 'chip'}>{presses ? words.now : sayClock(sunset)}</span>
        </span>
        <span>
          <Link to={`/jobs/${id}/drying`}>{words.dusk[kind](callSign, clockOf(dryAt), sayClock(sunset))}</Link>
          <br />
          <span className="soft">{words.duskDo[kind]}</span>
        </span>
      </li>
    )
  })
}
