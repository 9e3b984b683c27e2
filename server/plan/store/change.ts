import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { forecast } from '#core/plan/forecast/forecast.ts'
import { type HandPin, withPins } from '#core/plan/pins.ts'
import { checkAssignments } from '#core/plan/plan.ts'
import type { Assignment, PlanAnswer } from '#core/plan/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { plans } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import type { ChangedView } from '#server/plan/views.ts'
import { lockedRow, ofDay, remembered } from './make.ts'
import { requestOf, today } from './request.ts'

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
  const day = today(scope, now)
  const jobs = await openJobs(db, scope, catalogue)
  const request = await requestOf(db, scope, jobs, catalogue, now, undefined)
  return inTransaction(db, async (tx) => {
    const row = await lockedRow(tx, scope, day)
    if (!row) throw notFound('plan for today')
    const facts = new Set(request.fixed?.map((f) => f.activity))
    checked(moves, row.answer.assignments, facts, new Set(request.technicians.map((t) => t.id)))
    const as = forecast(withPins(request, row.pins ?? []), row.answer.assignments, { days: 0 })
    const moved = new Map(moves.map((m) => [m.activity, m]))
    const fresh: HandPin[] = moves.map((m) => ({ ...m, by: scope.person, at: now }))
    const pins = [...(row.pins ?? []).filter((p) => !moved.has(p.activity)), ...fresh]
    const pinned = withPins(request, pins)
    const wished = as.assignments.map((a) => {
      const move = moved.get(a.activity)
      if (!move) return a
      const start = move.start ?? a.start
      return { ...a, technicians: move.technicians, start, end: start + a.end - a.start }
    })
    const after = forecast(pinned, wished, { days: 0 })
    // What has happened cannot break anything any more; and who is kept is not asked of those who are.
    const warnings = brokenBy(request, after.assignments, facts)
    const before = new Map(as.jobs.map((j) => [j.job, j.ready]))
    const costs = after.jobs
      .map((j) => ({ job: j.job, ready: j.ready, was: before.get(j.job) ?? j.ready }))
      .filter((c) => c.ready !== c.was)
    if (dryRun) return { warnings, costs }
    if (row.version !== version) throw stale({ version: row.version })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    await tx
      .update(plans)
      .set({
        answer: {
          ...row.answer,
          moved: otherwise(as.assignments, after.assignments),
          assignments: withPast(row.answer, after.assignments),
          warnings,
        },
        pins,
        history: remembered(row),
        changed: true,
        version: version + 1,
      })
      .where(ofDay(scope, day))
    return { warnings, costs }
  })
}

/** What the plan said of what the day's request has no more stays in it. */
function withPast({ assignments }: PlanAnswer, after: readonly Assignment[]): Assignment[] {
  const there = new Set(after.map((a) => a.activity))
  return [...assignments.filter((a) => !there.has(a.activity)), ...after].sort(
    (a, b) => a.start - b.start || (a.activity < b.activity ? -1 : 1),
  )
}

/** Minutes by which something may begin earlier or later and nobody calls it changed (engines.md §4). */
const unnoticed = 5

/** What others do now, or at another time, as it was before. */
function otherwise(before: readonly Assignment[], after: readonly Assignment[]): Assignment[] {
  const now = new Map(after.map((a) => [a.activity, a]))
  return before.filter((was) => {
    const is = now.get(was.activity)
    if (!is) return false
    const same =
      is.technicians.length === was.technicians.length && is.technicians.every((t) => was.technicians.includes(t))
    return !same || Math.abs(is.start - was.start) > unnoticed
  })
}

function brokenBy(
  request: Parameters<typeof checkAssignments>[0],
  assignments: readonly Assignment[],
  facts: ReadonlySet<string>,
): PlanAnswer['warnings'] {
  return checkAssignments(request, assignments).filter((w) => !w.activities.every((a) => facts.has(a)))
}

/** Lets go of what was moved: the next planning may put it elsewhere. */
export async function letGo(
  db: Database,
  scope: Scope,
  now: string,
  { version, activities }: { version: number; activities: readonly string[] },
): Promise<void> {
  const day = today(scope, now)
  await inTransaction(db, async (tx) => {
    const row = await lockedRow(tx, scope, day)
    if (!row) throw notFound('plan for today')
    if (row.version !== version) throw stale({ version: row.version })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    const pins = (row.pins ?? []).filter((p) => !activities.includes(p.activity))
    await tx
      .update(plans)
      .set({ pins, history: remembered(row), version: version + 1 })
      .where(ofDay(scope, day))
  })
}
