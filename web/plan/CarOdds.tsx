import { Button } from 'antd'
import { useState } from 'react'
import type { Help } from '#core/plan/forecast/schema.ts'
import { sayClock } from '#core/units/format.ts'
import { inTen, useOdds } from '#web/client/plan.ts'
import { becauseOf, signOf } from '#web/ui/because.ts'
import type { Plan } from '#web/ui/plan.ts'
import { words } from '#words/en/screens/plan.ts'
import { speak } from '#words/en/speak.ts'
import { useHelp } from './api.ts'
import { OddsCurve } from './OddsCurve.tsx'

const helpName = ({ what }: Help): string => {
  switch (what.kind) {
    case 'machine':
      return words.helps.machine(speak.names.of('equipment', what.machine).name)
    default:
      return words.helps[what.kind]()
  }
}

/** When a car will be ready, how sure that is, why it will be late, and what would help. */
export function CarOdds({ plan, job }: { plan: Plan; job: Plan['jobs'][number] }) {
  const odds = useOdds().data?.jobs.find((j) => j.job === job.id)
  const [curve, setCurve] = useState(false)
  const [asks, setAsks] = useState(false)
  const help = useHelp(job.id, asks)
  if (job.ready === undefined) return null
  const half = odds?.odds[10] ?? job.ready
  return (
    <div className="car-odds" role="group" aria-label={words.odds} data-odds={job.id}>
      <p className="flush">
        <strong>{words.about(sayClock(half))}</strong>
        {odds && (
          <>
            <br />
            {words.likely(sayClock(odds.likely))}
          </>
        )}
        {odds?.inTime !== undefined && job.due !== null && (
          <>
            <br />
            {words.inTime(inTen(odds.inTime), sayClock(job.due))}
          </>
        )}
      </p>
      {job.late && <p className="told flush">{becauseOf(job.late.because, plan, speak)}</p>}
      <span className="row">
        {odds && (
          <Button aria-expanded={curve} onClick={() => setCurve(!curve)}>
            {words.curve}
          </Button>
        )}
        <Button aria-expanded={asks} loading={help.isFetching} onClick={() => setAsks(!asks)}>
          {words.help}
        </Button>
      </span>
      {curve && odds && (
        <OddsCurve
          odds={odds.odds}
          due={job.due ?? undefined}
          summary={words.curveSays(job.callSign, sayClock(half), sayClock(odds.likely))}
        />
      )}
      {asks && help.isPending && <p className="soft">{words.helping}</p>}
      {asks && help.data && (
        <ul className="tight listed" aria-label={words.help}>
          {help.data.length === 1 && <li>{words.noHelp}</li>}
          {help.data.map((h) => (
            <li key={JSON.stringify(h.what)}>
              <strong>{helpName(h)}</strong>:{' '}
              {words.helpComes(
                sayClock(h.likely),
                h.inTime === undefined || h.what.kind === 'promise' ? '' : words.oddsOf(inTen(h.inTime)),
              )}
              {h.late.length > 0 && (
                <span className="soft">; {words.helpCosts(h.late.map((id) => signOf(plan, id)).join(', '))}</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
