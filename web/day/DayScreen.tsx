import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useOdds, usePlan } from '#web/client/plan.ts'
import { useMay, useSignedIn } from '#web/client/session.ts'
import { useSpeak } from '#web/client/useSpeak.ts'
import { clockIn } from '#web/shell/clock.ts'
import { becauseOf } from '#web/ui/because.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { useFindVehicle } from '#web/ui/FindVehicle.tsx'
import { Lanes } from '#web/ui/Lanes.tsx'
import { flagsOf, spellsOf, threadsOf } from '#web/ui/lanes-of-plan.ts'
import { unfolded } from '#web/ui/plan.ts'
import { useDay } from './api.ts'
import { DuskRisks } from './DuskRisks.tsx'
import { GlanceStrip } from './GlanceStrip.tsx'
import { glanceOf } from './glance.ts'
import { JobCard } from './JobCard.tsx'
import { WeatherChip } from './WeatherChip.tsx'
import './day.css'
import { words } from '#words/en/screens/day.ts'

const placeOf = (kind: string) => (kind === 'final-check' ? 'final' : kind === 'hand-over' ? 'report' : 'work')

/** Milliseconds after which somebody is taken to look at the day, and not to pass through. */
const lookedAt = 5_000

export default function DayScreen() {
  const zone = useSignedIn().timeZone
  const day = useDay()
  const plan = usePlan(unfolded)
  const speak = useSpeak()
  // Sampled days take the server a second: for whoever can act on them and stays to look.
  const mayAct = useMay('plan.write')
  const [stays, setStays] = useState(false)
  useEffect(() => {
    const wait = setTimeout(() => setStays(true), lookedAt)
    return () => clearTimeout(wait)
  }, [])
  const odds = useOdds(mayAct && stays && plan.data != null)
  const glance = day.data && glanceOf(day.data, plan.data, zone, odds.data ?? undefined)
  const { found, field } = useFindVehicle(glance?.today ?? [])
  const maySeeRecords = useMay('records.see')
  const maySetUp = useMay('shop.write')
  if (day.isPending) return <Fetching lines={4} />
  if (day.isLoadingError) return <ErrorNotice error={day.error} onRetry={() => void day.refetch()} />
  const { bottles, now, serverTime, upkeep = [] } = day.data
  const { today } = glance!
  const atDusk = today.filter((job) => job.dusk)
  const needs = today
    .flatMap((job) => job.needs.map((need) => ({ ...need, title: speak?.need(need).title ?? '', job })))
    .sort((a, b) => (a.at < b.at ? -1 : 1))
  return (
    <>
      {today.length === 0 && (
        <p className="card">
          <Link to="/check-in">{words.noJobs}</Link>
          {maySetUp && (
            <>
              {' '}
              <Link to="/shop">{words.setUp}</Link>
            </>
          )}
        </p>
      )}
      {today.length > 0 && (
        <GlanceStrip
          glance={glance!}
          zone={zone}
          happened={mayAct && !plan.data?.left ? (plan.data?.disturbed ?? []).length : 0}
          why={(because) => (plan.data && speak ? becauseOf(because, plan.data, speak) : undefined)}
        />
      )}
      <WeatherChip weather={day.data.weather} />
      {field}
      <section className="job-cards" aria-label={words.vehicles}>
        {found.map((job) => (
          <JobCard key={job.id} job={job} speak={speak} zone={zone} now={serverTime} minute={now} />
        ))}
      </section>
      {maySeeRecords && (
        <p className="below-close">
          <Link to="/records">{words.records}</Link>
        </p>
      )}
      <div className="day-lower">
        <section className="card lanes-card" aria-label={words.crew}>
          {plan.data ? (
            <Lanes
              since={Math.floor((now - 45) / 30) * 30}
              rows={plan.data.people}
              blocks={spellsOf(plan.data, now)}
              threads={threadsOf(plan.data, speak, now + 90)}
              flags={flagsOf(plan.data)}
              now={now}
              label={words.lanes}
            />
          ) : (
            <p>
              <Link to="/plan">{words.noPlan}</Link>
            </p>
          )}
        </section>
        <section className="card" aria-labelledby="needs">
          <h2 className="apart" id="needs">
            {words.needs}
          </h2>
          {needs.length + bottles.length + upkeep.length + atDusk.length === 0 && (
            <p className="soft">{words.nobody}</p>
          )}
          <ul className="plain">
            <DuskRisks jobs={atDusk} now={now} />
            {needs.map((need) => (
              <li key={`${need.job.id} ${need.kind} ${need.step}`} className="need">
                <span>
                  <span className={need.at <= serverTime ? 'chip now' : 'chip'}>
                    {need.at <= serverTime ? words.now : clockIn(zone, need.at)}
                  </span>
                </span>
                <span>
                  <Link to={`/jobs/${need.job.id}/${placeOf(need.kind)}`}>{need.title}</Link>
                  <br />
                  <span className="soft">{need.job.callSign}</span>
                </span>
              </li>
            ))}
            {upkeep.map(({ machine, what }) => (
              <li key={machine} className="need">
                <span>
                  <span className="chip">{words.today}</span>
                </span>
                <span>
                  {speak?.names.of('equipment', machine).name ?? machine}
                  <br />
                  <span className="soft">{words.upkeep(what)}</span>
                </span>
              </li>
            ))}
            {bottles.map((bottle) => (
              <li key={bottle.id} className="need">
                <span>
                  <span className="chip now">{words.now}</span>
                </span>
                <span>
                  <Link to="/mixing?part=bottles">{words.empty(bottle.name)}</Link>
                  <br />
                  <span className="soft">{words.past(speak?.names.of('products', bottle.product).name ?? '')}</span>
                </span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </>
  )
}
