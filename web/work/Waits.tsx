import { Link } from 'react-router'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import type { AtWork } from '#web/client/work.ts'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'
import { whyWaiting } from './choose.ts'
import { useMyDay } from './useMyDay.ts'

/** Nothing to start in this car: what it waits for, and what the person could do elsewhere meanwhile. */
export function Waits({ view, person, now }: { view: AtWork; person: string; now: string }) {
  const elsewhere = useMyDay().filter((stay) => stay.job !== view.job.id)
  const no = whyWaiting(view, person, now)
  return (
    <section className="card" aria-label={words.waits}>
      <h2 className="minor">{words.waits}</h2>
      {no && (
        <p>
          {no.code === 'dwell'
            ? words.waitsUntil(speak.title(no.facts.before), Math.ceil(no.facts.minutes))
            : no.code === 'waits-for' && no.facts.before
              ? words.waitsFor(speak.title(no.facts.before))
              : speak.refusal(no)}
        </p>
      )}
      {elsewhere.length > 0 && (
        <>
          <strong>{words.elsewhere}</strong>
          <ul className="plain rows">
            {elsewhere.slice(0, 2).map((stay) => (
              <li key={`${stay.job} ${stay.from}`}>
                <Link to={`/jobs/${stay.job}/work`} className="in-text">
                  {stay.sign}
                </Link>
                <span className="soft">{words.myStay(sayClock(stay.from), stay.steps, sayMinutes(stay.minutes))}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
