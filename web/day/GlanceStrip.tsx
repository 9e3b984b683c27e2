import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { LateBecause } from '#core/plan/forecast/schema.ts'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { inTen } from '#web/client/plan.ts'
import { clockIn } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/day.ts'
import type { Glance } from './glance.ts'

const shown = 3

interface Props {
  glance: Glance
  zone: string
  /** Things that the plan does not hold for and nobody who leads has decided about. */
  happened: number
  /** Why a car will be late, in words; nothing while they are not there yet. */
  why: (because: LateBecause) => string | undefined
}

function Cell({ title, id, children }: { title: string; id: string; children: ReactNode }) {
  return (
    <div className="glance-cell" data-glance={id}>
      <span className="soft">{title}</span>
      {children}
    </div>
  )
}

/** Late, free, next: what a lead looks up for. */
export function GlanceStrip({ glance, zone, happened, why }: Props) {
  const { late, risk, free, next, later } = glance
  return (
    <section className="card glance" aria-label={words.glance.title}>
      <Cell id="late" title={words.glance.late}>
        {late.length === 0 && risk.length === 0 && <strong>{words.glance.nothingLate}</strong>}
        {late.slice(0, shown).map(({ sign, by, isNow, because }) => (
          <span key={sign}>
            <strong className="late">{words.glance.lateBy(sign, sayMinutes(by), isNow)}</strong>
            {because && <span className="soft why">{why(because)}</span>}
          </span>
        ))}
        {risk.slice(0, shown).map(({ sign, chance }) => (
          <Link key={sign} to="/plan">
            {words.glance.risk(sign, inTen(chance))}
          </Link>
        ))}
        {happened > 0 && <Link to="/plan">{words.glance.happened(happened)}</Link>}
        {late.length > shown && <span className="soft">{words.glance.more(late.length - shown)}</span>}
      </Cell>
      <Cell id="free" title={words.glance.free}>
        {free.length === 0 && <strong>{words.glance.nobodyFree}</strong>}
        {free.slice(0, shown).map(({ name, until }) => (
          <strong key={name}>{words.glance.freeUntil(name, until === undefined ? undefined : sayClock(until))}</strong>
        ))}
        {free.length > shown && <span className="soft">{words.glance.more(free.length - shown)}</span>}
      </Cell>
      <Cell id="next" title={words.glance.next}>
        <strong>
          {next ? words.glance.comes(next.sign, clockIn(zone, next.arrives), next.overdue) : words.glance.nothingNext}
        </strong>
        <Link to="/week">{later > 0 ? words.glance.later(later) : words.glance.week}</Link>
      </Cell>
    </section>
  )
}
