import type { LateBecause } from '#core/plan/forecast/schema.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { DayJobView, DayView } from '#server/day/views.ts'
import type { OddsView } from '#server/plan/views.ts'
import type { Plan } from '#web/ui/plan.ts'

/** What is seen of a day in two seconds. */
export interface Glance {
  /** Cars that are or will be late, the latest first, by how many minutes. */
  late: { sign: string; by: number; isNow: boolean; because?: LateBecause }[]
  /** Cars that the plan has in time and most days would not, the least likely first. */
  risk: { sign: string; chance: number }[]
  /** Who has nothing in hand, and from when the plan has something for them, in minutes of the day. */
  free: { name: string; until: number | undefined }[]
  /** What comes next today. */
  next: { sign: string; arrives: string; overdue: boolean } | undefined
  /** Cars that are here or come today; the others are only counted. */
  today: DayJobView[]
  later: number
}

/** Minutes before the next of theirs under which nobody is called free. */
const freeFrom = 10

/** Chance of being in time under which a lead is told while there is time to do something. */
const worrying = 0.6

/** @param zone the shop's time zone; @param plan today's, where there is one; @param odds from sampled days, where they are known */
export function glanceOf(
  { jobs, now, serverTime }: DayView,
  plan: Plan | null | undefined,
  zone: string,
  odds?: OddsView,
): Glance {
  const isLater = (job: DayJobView) => job.state === 'draft' && dayIn(zone, job.arrives) > dayIn(zone, serverTime)
  const today = jobs.filter((job) => !isLater(job))
  const late = today.flatMap((job) => {
    if (!job.due || job.state === 'handed-over') return []
    const due = now + (Date.parse(job.due) - Date.parse(serverTime)) / 60_000
    const coming = plan?.jobs?.find((j) => j.id === job.id)
    // Whatever was planned: a car that is still here cannot be ready before now.
    const by = Math.round(Math.max(coming?.ready ?? job.ready ?? now, now) - due)
    const because = coming?.late?.because
    return by > 0 ? [{ sign: job.callSign, by, isNow: due < now, ...(because ? { because } : {}) }] : []
  })
  const isLate = new Set(late.map((l) => l.sign))
  const chance = new Map(odds?.jobs.map((j) => [j.job, j.inTime]))
  const risk = today.flatMap(({ id, callSign, state }) => {
    const inTime = chance.get(id)
    const told = state === 'handed-over' || isLate.has(callSign) || inTime === undefined || inTime >= worrying
    return told ? [] : [{ sign: callSign, chance: inTime }]
  })
  const running = new Set(today.flatMap((job) => job.running.map((r) => r.person)))
  const mine = (id: string) => plan!.assignments.filter((a) => a.technicians.includes(id))
  const free = (plan?.people ?? [])
    .filter((p) => !running.has(p.name) && !mine(p.id).some((a) => a.start <= now && now < a.end))
    .map((p) => ({ name: p.name, until: mine(p.id).find((a) => a.start > now)?.start }))
    .filter(({ until }) => until === undefined || until - now >= freeFrom)
  const [next] = today
    .filter((job) => job.state === 'draft')
    .map((job) => ({ sign: job.callSign, arrives: job.arrives, overdue: job.arrives < serverTime }))
    .sort((a, b) => (a.arrives < b.arrives ? -1 : 1))
  return {
    late: late.sort((a, b) => b.by - a.by),
    risk: risk.sort((a, b) => a.chance - b.chance),
    free,
    next,
    today,
    later: jobs.length - today.length,
  }
}
