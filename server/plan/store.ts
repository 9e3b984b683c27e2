import { and, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { dayRequest } from '#core/job/day-request.ts'
import { workersOf } from '#core/job/reduce.ts'
import { checkAssignments } from '#core/plan/plan.ts'
import type { Assignment, PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { activityId } from '#core/procedures/activities.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { usable } from '#core/shop/kit.ts'
import { hoursOn } from '#core/shop/week.ts'
import { dayIn, minuteOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, people, plans } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { dayPlanOf } from '#server/jobs/day-plan.ts'
import { type OpenJob, openJobs } from '#server/jobs/open-jobs.ts'
import { planInWorker } from './planner.ts'
import type { PlanStep, PlanView } from './views.ts'

export const today = (scope: Scope, now: string): string => dayIn(scope.timeZone, now)

/** What the planner takes at once (engines.md §4). */
const limits = { activities: 2000, people: 60 }

const begun = ({ state }: OpenJob) => Object.keys(state.steps).length > 0
/** Those under way first, then by what is promised soonest, then by arrival. */
const byUrgency = (a: OpenJob, b: OpenJob) =>
  Number(begun(b)) - Number(begun(a)) ||
  (a.job.due ?? '9').localeCompare(b.job.due ?? '9') ||
  a.job.arrives.localeCompare(b.job.arrives)

/** The checked-in jobs that fit into one plan; the rest waits for the next. */
function planned(jobs: readonly OpenJob[]): (OpenJob & { procedure: Procedure })[] {
  let room = limits.activities
  return jobs
    .filter((j): j is OpenJob & { procedure: Procedure } => j.procedure !== null && j.job.state === 'checked-in')
    .sort(byUrgency)
    .filter(({ procedure }) => {
      if (procedure.steps.length > room) return false
      room -= procedure.steps.length
      return true
    })
}

async function requestOf(
  db: Database,
  scope: Scope,
  jobs: readonly OpenJob[],
  { figures }: Catalogue,
  now: string,
  previous: readonly Assignment[] | undefined,
): Promise<PlanRequest> {
  const day = today(scope, now)
  const minute = (iso: string) => minuteOf(scope.timeZone, day, iso)
  const chosen = planned(jobs)
  const hands = new Set(chosen.flatMap(({ state }) => [...workersOf(state)]))
  const rank = (p: { id: string; shifts: readonly unknown[] }) => (hands.has(p.id) ? 0 : p.shifts.length > 0 ? 1 : 2)
  const everybody = await db.select().from(people).where(eq(people.shop, scope.shop)).orderBy(people.name)
  const crew = everybody
    .filter((p) => p.left === null || hands.has(p.id))
    .map((p) => ({
      ...p,
      shifts: p.left === null ? hoursOn(p, day) : [],
      // A trainee works beside others: nothing that asks for a skill is given to them alone.
      skills: p.trainee ? [] : p.skills,
    }))
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, limits.people)
    .sort((a, b) => a.name.localeCompare(b.name))
  const kit = await db.select().from(equipment).where(eq(equipment.shop, scope.shop)).orderBy(equipment.kind)
  return dayRequest({
    // People without shifts are not planned, but may have done something.
    people: crew.map((p) => ({ id: p.id, skills: p.skills, shifts: p.shifts })),
    equipment: kit.map((k) => ({ id: k.kind, count: usable(k) })).filter((k) => k.count > 0),
    jobs: chosen.map(({ job, procedure, state }) => ({
      id: job.id,
      release: Math.max(0, Math.ceil(minute(job.arrives))),
      due: job.due === null ? null : Math.max(0, Math.floor(minute(job.due))),
      procedure,
      state,
    })),
    mostPeople: figures.mostPeople,
    previous,
    now: minute(now),
    minuteOf: minute,
  })
}

/** Plans the rest of the day anew and keeps it. */
export async function makePlan(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<void> {
  const day = today(scope, now)
  // What people go by, with what somebody changed by hand: a plan made again leaves it as it is wherever that still can be.
  const [before] = await db
    .select({ answer: plans.answer })
    .from(plans)
    .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
  const jobs = await openJobs(db, scope, catalogue)
  const request = await requestOf(db, scope, jobs, catalogue, now, before?.answer.assignments)
  const answer = await planInWorker(request)
  await inTransaction(db, async (tx) => {
    const [row] = await tx
      .select({ version: plans.version })
      .from(plans)
      .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
      .for('update')
    await announce(tx, { shop: scope.shop, topic: 'plan' })
    const values = { request, answer, changed: false, version: (row?.version ?? 0) + 1 }
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
      .set({ answer, changed: true, version: version + 1 })
      .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
    return answer.warnings
  })
}

/** How long ago what is over is still shown, in minutes. */
const shownAfter = 90
/** A day that is far too full leaves thousands of steps unplanned: as many of them as are read. */
const mostUnplanned = 20

/** Today's plan as a screen shows it, with the names it needs; null when none was made yet. */
export async function planView(
  db: Database,
  scope: Scope,
  catalogue: Catalogue,
  now: string,
): Promise<PlanView | null> {
  const day = today(scope, now)
  const row = await dayPlanOf(db, scope, day)
  if (!row) return null
  const jobs = await openJobs(db, scope, catalogue)
  const crew = await db
    .select({ id: people.id, name: people.name, skills: people.skills })
    .from(people)
    .where(eq(people.shop, scope.shop))
    .orderBy(people.name)
  const minute = minuteOf(scope.timeZone, day, now)
  const { critical: _critical, assignments, ...answer } = row.answer
  const at = new Map(assignments.filter((a) => a.end > minute - shownAfter).map((a) => [a.activity, a]))
  const unscheduled = answer.unscheduled.slice(0, mostUnplanned)
  const told = new Set(unscheduled.map((u) => u.activity))
  const stepsOf = ({ job, procedure }: OpenJob): PlanStep[] =>
    (procedure?.steps ?? []).flatMap(({ id, title, stage }) => {
      const activity = activityId(job.id, id)
      const planned = at.get(activity)
      if (!planned && !told.has(activity)) return []
      const skills = row.skills.get(activity)
      return {
        id,
        title,
        stage,
        ...(planned && { at: [planned.start, planned.end] }),
        ...(planned && planned.technicians.length > 0 && { by: planned.technicians }),
        ...(row.fixed.has(activity) && { fixed: true }),
        ...(skills && { skills }),
      }
    })
  return {
    day,
    version: row.version,
    answer: { ...answer, unscheduled },
    unplanned: answer.unscheduled.length,
    changed: row.changed,
    people: crew.filter((p) => row.onShift.has(p.id)),
    jobs: jobs
      .filter(({ job }) => row.jobs.has(job.id))
      .map((open) => ({
        id: open.job.id,
        callSign: open.job.callSign,
        colour: open.job.colour,
        due: open.job.due === null ? null : minuteOf(scope.timeZone, day, open.job.due),
        steps: stepsOf(open),
      })),
    later: jobs.filter(({ job, procedure }) => procedure && !row.jobs.has(job.id)).map(({ job }) => job.callSign),
    now: minute,
  }
}
