import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { forecast } from '#core/plan/forecast/forecast.ts'
import { type HandPin, withPins } from '#core/plan/pins.ts'
import { checkAssignments } from '#core/plan/plan.ts'
import type { Assignment, PlanAnswer } from '#core/plan/schema.ts'
import { isOtherwise } from '#core/plan/search/objective.ts'
import type { Database } from '#server/database/connection.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import type { ChangedView } from '#server/plan/views.ts'
import { liveOf } from './live.ts'
import { replace } from './make.ts'

export interface Move {
  activity: string
  technicians: string[]
  /** Minutes of the day; null leaves the time to the plan. */
  start: number | null
}

function checked(
  moves: readonly Move[],
  assignments: readonly Assignment[],
  facts: ReadonlySet<string>,
  people: ReadonlySet<string>,
) {
  moves.forEach(({ activity, technicians }, i) => {
    if (facts.has(activity))
      throw new Problem(409, 'already-begun', 'It has begun or is over; who did it is in the ledger.')
    if (!assignments.some((a) => a.activity === activity)) throw notFound('activity in today’s plan')
    const unknown = technicians.filter((id) => !people.has(id))
    if (unknown.length > 0)
      throw new Problem(400, 'invalid', 'Nobody here has that id.', [
        { pointer: `/moves/${i}/technicians`, message: `Unknown: ${unknown.join(', ')}.` },
      ])
  })
}

/**
 * Moves steps to other people or times, by hand: what must wait for them comes later, everybody's order stays. Saved even when it breaks
 * something, with what it breaks and which cars it makes later; what was moved stays moved until it is let go.
 */
export async function changePlan(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
  { version, moves, dryRun }: { version: number; moves: readonly Move[]; dryRun: boolean },
): Promise<ChangedView> {
  const live = await liveOf(db, scope, catalogue, now)
  if (!live) throw notFound('plan for today')
  const { request, forecast: as, plan } = live
  const facts = new Set(request.fixed?.map((f) => f.activity))
  checked(moves, plan.answer.assignments, facts, new Set(request.technicians.map((t) => t.id)))
  const moved = new Map(moves.map((m) => [m.activity, m]))
  const fresh: HandPin[] = moves.map((m) => ({ ...m, by: scope.person, at: now }))
  const pins = [...plan.pins.filter((p) => !moved.has(p.activity)), ...fresh]
  const wished = as.assignments.map((a) => {
    const move = moved.get(a.activity)
    if (!move) return a
    const start = move.start ?? a.start
    return { ...a, technicians: move.technicians, start, end: start + a.end - a.start }
  })
  const after = forecast(withPins(request, pins), wished, { days: 0 })
  // What has happened cannot break anything any more; and who is kept is not asked of those who are.
  const warnings = checkAssignments(request, after.assignments).filter((w) => !w.activities.every((a) => facts.has(a)))
  const before = new Map(as.jobs.map((j) => [j.job, j.ready]))
  const costs = after.jobs
    .map((j) => ({ job: j.job, ready: j.ready, was: before.get(j.job) ?? j.ready }))
    .filter((c) => c.ready !== c.was)
  if (dryRun) return { warnings, costs }
  const assignments = withPast(plan.answer, after.assignments)
  const answer = { ...plan.answer, moved: otherwise(as.assignments, after.assignments), assignments, warnings }
  // What was reckoned from another version than the one it is written over would undo somebody's change.
  if (plan.version !== version) throw stale({ version: plan.version })
  await replace(db, scope, now, version, () => ({ answer, pins, changed: true }))
  return { warnings, costs }
}

/** What the plan said of what the day's request has no more stays in it. */
function withPast({ assignments }: PlanAnswer, after: readonly Assignment[]): Assignment[] {
  const there = new Set(after.map((a) => a.activity))
  return [...assignments.filter((a) => !there.has(a.activity)), ...after].sort(
    (a, b) => a.start - b.start || (a.activity < b.activity ? -1 : 1),
  )
}

/** What others do now, or at another time, as it was before. */
export function otherwise(before: readonly Assignment[], after: readonly Assignment[]): Assignment[] {
  const placeOf = ({ start, technicians }: Assignment) => ({ start, people: technicians })
  const now = new Map(after.map((a) => [a.activity, a]))
  return before.filter((was) => {
    const is = now.get(was.activity)
    return is !== undefined && isOtherwise(placeOf(is), placeOf(was))
  })
}

/** Lets go of what was moved: the next planning may put it elsewhere. */
export const letGo = (
  db: Database,
  scope: Scope,
  now: string,
  { version, activities }: { version: number; activities: readonly string[] },
): Promise<void> =>
  replace(db, scope, now, version, (row) => ({
    pins: (row.pins ?? []).filter((p) => !activities.includes(p.activity)),
  }))
