import { and, eq } from 'drizzle-orm'
import { checkAssignments } from '#core/plan/plan.ts'
import type { Assignment, PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { activityId } from '#core/procedures/activities.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import { dayRequest } from '#core/work/day-request.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, people, plans } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { type JobAtWork, openJobs } from '#server/http/jobs.ts'
import { announce } from '#server/http/live.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { planInWorker } from './planner.ts'
import type { PlanView } from './views.ts'

export const today = (scope: Scope, now: string): string => dayIn(scope.timeZone, now)

async function requestOf(db: Database, scope: Scope, jobs: readonly JobAtWork[], now: string): Promise<PlanRequest> {
  const day = today(scope, now)
  const minute = (iso: string) => minuteOf(scope.timeZone, day, iso)
  const crew = await db.select().from(people).where(eq(people.shop, scope.shop)).orderBy(people.name)
  const kit = await db.select().from(equipment).where(eq(equipment.shop, scope.shop)).orderBy(equipment.kind)
  return dayRequest({
    // People without shifts are not planned, but may have done something.
    people: crew.map((p) => ({ id: p.id, skills: p.skills, shifts: p.shifts })),
    equipment: kit.map((k) => ({ id: k.kind, count: k.count })),
    jobs: jobs.flatMap(({ job, procedure, state }) =>
      procedure && job.state === 'checked-in'
        ? [
            {
              id: job.id,
              release: Math.max(0, Math.ceil(minute(job.arrives))),
              due: job.due === null ? null : Math.max(0, Math.floor(minute(job.due))),
              procedure,
              state,
            },
          ]
        : [],
    ),
    now: minute(now),
    minuteOf: minute,
  })
}

export async function planRow(db: Database, scope: Scope, day: string) {
  const [row] = await db
    .select()
    .from(plans)
    .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
  return row
}

/** Plans the rest of the day anew and keeps it. */
export async function makePlan(db: Database, scope: Scope, now: string): Promise<void> {
  const request = await requestOf(db, scope, await openJobs(db, scope), now)
  const answer = await planInWorker(request)
  const day = today(scope, now)
  await inTransaction(db, async (tx) => {
    const [row] = await tx
      .select({ version: plans.version })
      .from(plans)
      .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
      .for('update')
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    const values = { request, answer, changed: 0, version: (row?.version ?? 0) + 1 }
    if (row)
      await tx
        .update(plans)
        .set(values)
        .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
    else await tx.insert(plans).values({ shop: scope.shop, day, ...values })
  })
}

export interface Change {
  activity: string
  technicians: string[]
}

/** The plan with other people on one activity. @throws Problem for activities and people it does not have */
function withChange(request: PlanRequest, answer: PlanAnswer, change: Change): PlanAnswer {
  const target = answer.assignments.find((a) => a.activity === change.activity)
  if (!target) throw notFound('activity in today’s plan')
  if (request.fixed?.some((f) => f.activity === change.activity))
    throw new Problem(409, 'already-begun', 'It has begun or is over; who did it is in the ledger.')
  const unknown = change.technicians.filter((id) => !request.technicians.some((t) => t.id === id))
  if (unknown.length > 0)
    throw new Problem(400, 'invalid', 'Nobody here has that id.', [
      { pointer: '/technicians', message: `Unknown: ${unknown.join(', ')}.` },
    ])
  const assignments: Assignment[] = answer.assignments.map((a) =>
    a === target ? { ...a, technicians: change.technicians } : a,
  )
  const facts = new Set(request.fixed?.map((f) => f.activity))
  // What has happened cannot break anything any more.
  const warnings = checkAssignments(request, assignments).filter((w) => !w.activities.every((a) => facts.has(a)))
  return { ...answer, assignments, warnings }
}

/** Changes who does one activity, by hand: saved even when it breaks something, with what it breaks said. */
export async function changePlan(
  db: Database,
  scope: Scope,
  now: string,
  version: number,
  change: Change,
  dryRun: boolean,
): Promise<PlanAnswer['warnings']> {
  const day = today(scope, now)
  return inTransaction(db, async (tx) => {
    const [row] = await tx
      .select()
      .from(plans)
      .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
      .for('update')
    if (!row) throw notFound('plan for today')
    const answer = withChange(row.request, row.answer, change)
    if (dryRun) return answer.warnings
    if (row.version !== version) throw stale({ version: row.version })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    await tx
      .update(plans)
      .set({ answer, changed: 1, version: version + 1 })
      .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
    return answer.warnings
  })
}

/** Today's plan with the names a screen needs, or null when none was made yet. */
export async function planView(db: Database, scope: Scope, now: string): Promise<PlanView | null> {
  const day = today(scope, now)
  const row = await planRow(db, scope, day)
  if (!row) return null
  const jobs = await openJobs(db, scope)
  const crew = await db
    .select({ id: people.id, name: people.name, skills: people.skills })
    .from(people)
    .where(eq(people.shop, scope.shop))
    .orderBy(people.name)
  const planned = new Set(row.request.technicians.filter((t) => t.shifts.length > 0).map((t) => t.id))
  return {
    day,
    version: row.version,
    request: row.request,
    answer: row.answer,
    changed: row.changed === 1,
    people: crew.filter((p) => planned.has(p.id)),
    jobs: jobs.map(({ job }) => ({
      id: job.id,
      callSign: job.callSign,
      colour: job.colour,
      due: job.due === null ? null : minuteOf(scope.timeZone, day, job.due),
    })),
    steps: Object.fromEntries(
      jobs.flatMap(({ job, procedure }) =>
        (procedure?.steps ?? []).map((s) => [
          activityId(job.id, s.id),
          { title: s.title, stage: s.stage, job: job.id, crew: s.crew },
        ]),
      ),
    ),
    now: minuteOf(scope.timeZone, day, now),
  }
}
