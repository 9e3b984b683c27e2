import { useMemo } from 'react'
import { Link } from 'react-router'
import { timersOf } from '#core/job/reduce.ts'
import type { Timer } from '#core/job/schema.ts'
import { useDwellingCars } from '#web/client/dwelling.ts'
import { useWork } from '#web/client/ledger.ts'
import { useSignedIn } from '#web/client/session.ts'
import { DwellTimer } from '#web/ui/DwellTimer.tsx'
import { useDwellAlarm } from '#web/ui/useDwellAlarm.ts'
import { words } from '#words/en/screens/dwells.ts'
import { speak } from '#words/en/speak.ts'
import { useNow } from './clock.ts'

/** Milliseconds after which a dwell that nobody came back to is left to its car's own screen. */
const shownLate = 30 * 60_000
const none: readonly Timer[] = []

/** What somebody left to dwell in a car that is not on the screen: it sounds here too, and leads back to the car. @param path of the screen */
export default function DwellsElsewhere({ path }: { path: string }) {
  const cars = useDwellingCars().filter((id) => path !== `/jobs/${id}/work`)
  return cars.map((id) => <CarDwells key={id} id={id} />)
}

function CarDwells({ id }: { id: string }) {
  const { person } = useSignedIn()
  const view = useWork(id).data
  const now = useNow(1000)
  const timers = useMemo(() => (view ? timersOf(view.state, person) : none), [view, person])
  useDwellAlarm(timers, now)
  const calling = timers.filter((t) => {
    const start = Date.parse(t.startedAt)
    return start + t.min * 60_000 <= now && now < start + t.max * 60_000 + shownLate
  })
  if (!view || calling.length === 0) return null
  return (
    <section className="card dwells-elsewhere" aria-label={words.elsewhere(view.job.callSign)}>
      {calling.map((timer) => {
        const step = view.procedure.steps.find((s) => s.id === timer.step)
        return (
          <Link key={timer.step} to={`/jobs/${id}/work`}>
            <span>
              <strong className="titled">{view.job.callSign}</strong> {step ? speak.title(step.title) : timer.step}
            </span>
            <DwellTimer timer={timer} now={now} />
          </Link>
        )
      })}
    </section>
  )
}
