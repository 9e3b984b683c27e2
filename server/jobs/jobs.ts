import { and, eq, gt } from 'drizzle-orm'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { checkListFor } from '#core/handover/check-list.ts'
import { emptyState, replay } from '#core/job/reduce.ts'
import type { WorkEvent, WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { events, jobs, procedures } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'

// What several capabilities need of a job: its row, its issued procedure and its folded ledger, always within a scope.

export type JobRow = typeof jobs.$inferSelect
export interface JobAtWork {
  job: JobRow
  procedure: Procedure | null
  state: WorkState
}
type Reader = Database | Transaction

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** @throws Problem 404 when this shop has no such job */
export async function jobOf(db: Reader, scope: Scope, id: string, lock = false): Promise<JobRow> {
  if (!uuid.test(id)) throw notFound('job')
  const query = db
    .select()
    .from(jobs)
    .where(and(eq(jobs.shop, scope.shop), eq(jobs.id, id)))
  const [job] = await (lock ? query.for('update') : query)
  if (!job) throw notFound('job')
  return job
}

/** @throws Problem 409 when a car is not expected any more: it is here (said with `here`), or was called off */
export function stillExpected({ state, callSign }: Pick<JobRow, 'state' | 'callSign'>, here: string): void {
  if (state === 'draft') return
  if (state === 'called-off')
    throw new Problem(409, 'called-off', `${callSign} was called off. Say first that it comes after all.`)
  throw new Problem(409, 'checked-in', here)
}

export async function issuedProcedure(db: Reader, scope: Scope, job: Pick<JobRow, 'id' | 'procedureVersion'>) {
  if (job.procedureVersion === null) return null
  const [row] = await db
    .select()
    .from(procedures)
    .where(
      and(eq(procedures.shop, scope.shop), eq(procedures.job, job.id), eq(procedures.version, job.procedureVersion)),
    )
  return row ?? null
}

/** An event as the ledger gives it out: without its shop and what it timed, and `offline` only on facts. */
export const workEvent = ({
  shop: _shop,
  timedTreatment: _treatment,
  timedBook: _book,
  timedTook: _took,
  timedPeople: _people,
  offline,
  ...event
}: typeof events.$inferSelect): WorkEvent => ({ ...event, ...(offline ? { offline } : {}) }) as unknown as WorkEvent

/** A job's events in ledger order. @param after only those at later positions @param most no more than so many */
export async function eventsOf(db: Reader, scope: Scope, job: string, after = 0, most?: number): Promise<WorkEvent[]> {
  const query = db
    .select()
    .from(events)
    .where(and(eq(events.shop, scope.shop), eq(events.job, job), after > 0 ? gt(events.position, after) : undefined))
    .orderBy(events.position)
  const rows = await (most === undefined ? query : query.limit(most))
  return rows.map(workEvent)
}

const nothing: Procedure = {
  steps: [],
  links: [],
  findings: [],
  kit: { machines: [], tools: [], towels: [], wear: [] },
  totals: { attended: 0, attendedP80: 0, planned: 0, waterLeft: 0, carSoil: 1, byTreatment: [], products: [] },
  residuals: [],
  expectations: [],
  notes: [],
}

/** A job with its procedure and its state as the ledger tells it. */
export async function jobAtWork(db: Reader, scope: Scope, id: string, lock = false): Promise<JobAtWork> {
  const job = await jobOf(db, scope, id, lock)
  const issued = await issuedProcedure(db, scope, job)
  const state = job.position === 0 ? emptyState() : replay(await eventsOf(db, scope, id), issued?.procedure ?? nothing)
  return { job, procedure: issued?.procedure ?? null, state }
}

/** The final check's places for a car. */
export function placesOf(checkIn: CheckIn, catalogue: Catalogue) {
  return checkListFor(checkIn, surfacesOf(checkIn.vehicle.body, catalogue.surfaces), catalogue)
}
