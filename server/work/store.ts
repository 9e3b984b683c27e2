import { and, eq } from 'drizzle-orm'
import { activityId } from '#core/procedures/activities.ts'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { dayIn } from '#core/units/shop-time.ts'
import { refusal } from '#core/work/allow.ts'
import { needsOf } from '#core/work/needs.ts'
import { minutesLeft, petalsOf } from '#core/work/progress.ts'
import { reduce } from '#core/work/reduce.ts'
import type { WorkEvent, WorkIntent } from '#core/work/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { events, jobs, people, plans } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { type JobRow, jobAtWork, placesOf } from '#server/http/jobs.ts'
import { announce } from '#server/http/live.ts'
import { Problem } from '#server/http/problem.ts'
import { may } from '#server/http/roles.ts'
import type { Scope } from '#server/http/scope.ts'
import type { WorkView } from './views.ts'

/**
 * Appends what a person says to a job's ledger, if it is possible now. The job's row is locked, so that positions have no gaps and
 * two people cannot both be allowed what only one of them may. The same id twice is one event.
 */
export async function appendEvent(
  db: Database,
  scope: Scope,
  jobId: string,
  intent: WorkIntent,
  catalogue: Catalogue,
  now: string,
): Promise<WorkEvent> {
  if (intent.type === 'handed-over' && !may(scope.role, 'handover.give'))
    throw new Problem(403, 'not-allowed', `Your role here (${scope.role}) does not hand vehicles over.`)
  if (intent.type !== 'handed-over' && !may(scope.role, 'work.do'))
    throw new Problem(403, 'not-allowed', `Your role here (${scope.role}) does not include this.`)
  return inTransaction(db, async (tx) => {
    const { job, procedure, state } = await jobAtWork(tx, scope, jobId, true)
    const [known] = await tx.select().from(events).where(eq(events.id, intent.id))
    if (known) {
      if (known.job !== jobId || known.shop !== scope.shop)
        throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
      return known as unknown as WorkEvent
    }
    if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
    const actor = { person: scope.person, leads: scope.role === 'owner' || scope.role === 'lead' }
    const places = placesOf(job, catalogue).map((p) => p.id)
    const no = refusal(intent, procedure, state, actor, places, now)
    if (no) throw new Problem(409, no.code, no.message)
    const event = {
      ...intent,
      job: jobId,
      position: job.position + 1,
      author: scope.person,
      serverTime: now,
    } as WorkEvent
    await tx.insert(events).values({ ...event, shop: scope.shop, data: event.data as Record<string, unknown> })
    await tx
      .update(jobs)
      .set(jobChange(job, event))
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.id, jobId)))
    await announce(tx, { shop: scope.shop, topic: 'job', job: jobId, position: event.position })
    // The reducer must take what was just allowed; if it cannot, nothing is stored.
    reduce(state, event, procedure)
    return event
  })
}

function jobChange(job: JobRow, event: WorkEvent): Partial<JobRow> {
  return event.type === 'handed-over'
    ? { position: event.position, state: 'handed-over', openCallSign: null, version: job.version + 1 }
    : { position: event.position }
}

/** Everything the Work, final check and handover screens show of a job. */
export async function workView(
  db: Database,
  scope: Scope,
  jobId: string,
  catalogue: Catalogue,
  now: string,
): Promise<WorkView> {
  const { job, procedure, state } = await jobAtWork(db, scope, jobId)
  if (!procedure) throw new Problem(409, 'not-issued', `${job.callSign} has no procedure yet: check it in first.`)
  const crew = await db.select({ id: people.id, name: people.name }).from(people).where(eq(people.shop, scope.shop))
  const [plan] = await db
    .select({ answer: plans.answer })
    .from(plans)
    .where(and(eq(plans.shop, scope.shop), eq(plans.day, dayIn(scope.timeZone, now))))
  const byActivity = new Map(procedure.steps.map((s) => [activityId(jobId, s.id), s.id]))
  const mine = (plan?.answer.assignments ?? [])
    .filter((a) => a.technicians.includes(scope.person) && byActivity.has(a.activity))
    .map((a) => ({ step: byActivity.get(a.activity)!, start: a.start }))
  const places = placesOf(job, catalogue)
  return {
    job: {
      id: job.id,
      callSign: job.callSign,
      colour: job.colour,
      plate: job.checkIn.vehicle.plate,
      body: job.checkIn.vehicle.body,
      state: job.state,
      due: job.due,
    },
    procedure,
    state,
    petals: petalsOf(procedure, state, catalogue.stages),
    minutesLeft: minutesLeft(procedure, state),
    needs: needsOf(
      procedure,
      state,
      places.map((p) => p.id),
      now,
    ),
    places,
    names: Object.fromEntries(crew.map((p) => [p.id, p.name])),
    mine,
    serverTime: now,
  }
}
