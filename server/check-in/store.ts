import { and, eq, inArray, isNotNull } from 'drizzle-orm'
import { plateKey } from '#core/cabin/plate.ts'
import { readVin } from '#core/cabin/vin.ts'
import type { CalledOff } from '#core/check-in/called-off.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { sameJson } from '#core/draft/three-way.ts'
import type { Database } from '#server/database/connection.ts'
import { customers, jobs } from '#server/database/schema.ts'
import { inTransaction, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import { Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { type JobRow, jobOf, stillExpected } from '#server/jobs/jobs.ts'
import { type CallSign, freeCallSigns } from './call-signs.ts'
import type { JobView } from './views.ts'

export function jobView(job: JobRow): JobView {
  const { id, callSign, colour, state, version, checkIn, arrives, due, procedureVersion, calledOff, reworkOf } = job
  const seen = { id, callSign, colour, state, version, checkIn, arrives, due, procedureVersion }
  return { ...seen, ...(calledOff ? { calledOff } : {}), ...(reworkOf ? { reworkOf } : {}) }
}

export interface NewJob {
  id: string
  checkIn: CheckIn
  arrives: string
  due: string | null
  /** The job it makes good. */
  reworkOf?: string
}

/** Only a car that was handed over comes back for what was not right. */
async function judgeRework(db: Database, scope: Scope, id: string | undefined): Promise<void> {
  if (id === undefined) return
  const { state, callSign } = await jobOf(db, scope, id)
  if (state !== 'handed-over') throw new Problem(409, 'still-here', `${callSign} has not been handed over yet.`)
}

/** What a job row keeps of its check-in beside the whole, so that a returning car and a customer's cars are found. */
const keysOf = ({ vehicle, customerId }: CheckIn) => ({
  plateKey: plateKey(vehicle.plate),
  vin: vehicle.vin ? readVin(vehicle.vin).vin.slice(0, 17) : null,
  customer: customerId ?? null,
})

/** @throws Problem 400 when the check-in names a customer this shop does not have */
async function judgeCustomer(db: Database | Transaction, scope: Scope, { customerId }: CheckIn) {
  if (customerId === undefined) return
  const [there] = await db
    .select({ id: customers.id })
    .from(customers)
    .where(and(eq(customers.shop, scope.shop), eq(customers.id, customerId)))
  if (!there)
    throw new Problem(400, 'invalid', 'There is no such customer here.', [
      { pointer: '/checkIn/customerId', message: 'Unknown customer.' },
    ])
}

/** So many call signs no open job of the shop has, in their usual order; `before` that of a job that had one, where it is free. */
async function callSignsFor(
  db: Database | Transaction,
  scope: Scope,
  wanted: number,
  before?: JobRow,
): Promise<CallSign[]> {
  const taken = await db
    .select({ name: jobs.openCallSign })
    .from(jobs)
    .where(and(eq(jobs.shop, scope.shop), isNotNull(jobs.openCallSign)))
  const names = new Set(taken.map((t) => t.name!))
  if (before && !names.has(before.callSign)) return [{ name: before.callSign, colour: before.colour }]
  return freeCallSigns(names, wanted)
}

const draftRow = (scope: Scope, job: NewJob, sign: CallSign) => ({
  ...job,
  ...keysOf(job.checkIn),
  shop: scope.shop,
  callSign: sign.name,
  openCallSign: sign.name,
  colour: sign.colour,
  state: 'draft' as const,
  version: 1,
  procedureVersion: null,
  position: 0,
})

const busy = () => new Problem(503, 'busy', 'Many vehicles are being taken in at once. Try again.')
/** Tries to get a call sign that others want at the same moment. */
const mostAttempts = 24

/** Opens a job with the first call sign that no open job of the shop has. Sent twice, it is still one job. */
export async function openJob(db: Database, scope: Scope, job: NewJob): Promise<JobRow> {
  await judgeCustomer(db, scope, job.checkIn)
  await judgeRework(db, scope, job.reworkOf)
  for (let attempt = 0; ; attempt++) {
    // The first free one; after somebody was quicker any of a few, so that many at once do not chase the same name.
    const open = await callSignsFor(db, scope, attempt === 0 ? 1 : 24)
    const free = open[Math.floor(Math.random() * open.length)]!
    try {
      await inTransaction(db, async (tx) => {
        await announce(tx, { shop: scope.shop, topic: 'job', job: job.id })
        await tx.insert(jobs).values(draftRow(scope, job, free))
      })
      break
    } catch (error) {
      if (!isDuplicate(error)) throw error
      // Either this very job is stored already, or somebody took the name in the meantime.
      const [there] = await db.select().from(jobs).where(eq(jobs.id, job.id))
      if (there && there.shop === scope.shop) return there
      if (there) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
      if (attempt >= mostAttempts) throw busy()
    }
  }
  return jobOf(db, scope, job.id)
}

/** Opens several jobs, all or none. Sent twice with the same ids they are the same jobs. @returns their rows in the order given */
export async function openJobs(db: Database, scope: Scope, list: readonly NewJob[]): Promise<JobRow[]> {
  const ids = list.map((job) => job.id)
  const rows = () =>
    db
      .select()
      .from(jobs)
      .where(and(eq(jobs.shop, scope.shop), inArray(jobs.id, ids)))
  const inOrder = (found: JobRow[]) => ids.flatMap((id) => found.find((job) => job.id === id) ?? [])
  for (let attempt = 0; attempt < 6; attempt++) {
    try {
      await inTransaction(db, async (tx) => {
        const free = await callSignsFor(tx, scope, list.length)
        await tx.insert(jobs).values(list.map((job, i) => draftRow(scope, job, free[i]!)))
        for (const id of ids) await announce(tx, { shop: scope.shop, topic: 'job', job: id })
      })
      return inOrder(await rows())
    } catch (error) {
      if (!isDuplicate(error)) {
        // Sent before, and its own jobs may be what took the call signs.
        const there = await rows()
        if (there.length === ids.length) return inOrder(there)
        throw error
      }
      const there = await rows()
      if (there.length === ids.length) return inOrder(there)
      if (there.length > 0)
        throw new Problem(409, 'id-taken', 'A part of this list has been taken in already under other contents.')
    }
  }
  throw busy()
}

/**
 * Saves a draft over the version it was made from. A save that says what is there already changes nothing: it is the one whose answer
 * was lost, sent again. @throws Problem 409 with what is there now when that is another's
 */
export async function saveDraft(
  db: Database,
  scope: Scope,
  id: string,
  version: number,
  change: Partial<Pick<NewJob, 'checkIn' | 'arrives'>> & Pick<NewJob, 'due'>,
): Promise<JobRow> {
  return inTransaction(db, async (tx) => {
    const job = await jobOf(tx, scope, id, true)
    stillExpected(job, `${job.callSign} is checked in; its check-in can no longer be edited as a draft.`)
    if (job.version !== version) {
      const now = Object.fromEntries(Object.keys(change).map((key) => [key, job[key as keyof typeof change]]))
      if (sameJson({ ...change }, now)) return job
      throw stale(jobView(job))
    }
    const keys = change.checkIn ? keysOf(change.checkIn) : {}
    if (change.checkIn) await judgeCustomer(tx, scope, change.checkIn)
    await announce(tx, { shop: scope.shop, topic: 'draft', job: id })
    await tx
      .update(jobs)
      .set({ ...change, ...keys, version: version + 1 })
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.id, id)))
    return { ...job, ...change, ...keys, version: version + 1 }
  })
}

/** One try at it: somebody else may take the call sign at the same moment. */
function callOffOnce(
  db: Database,
  scope: Scope,
  id: string,
  version: number,
  calledOff: CalledOff | null,
): Promise<JobRow> {
  return inTransaction(db, async (tx) => {
    const job = await jobOf(tx, scope, id, true)
    if ((job.calledOff?.how ?? null) === (calledOff?.how ?? null)) return job
    if (calledOff) stillExpected(job, `${job.callSign} is here; it cannot be called off.`)
    if (job.version !== version) throw stale(jobView(job))
    if (calledOff?.how === 'no-show' && calledOff.at < job.arrives)
      throw new Problem(409, 'not-due', `${job.callSign} is not expected yet: it cannot have stayed away.`)
    const expectedAs = async () => {
      const [sign] = await callSignsFor(tx, scope, 1, job)
      const { name, colour } = sign!
      return { state: 'draft' as const, openCallSign: name, callSign: name, colour }
    }
    const change = calledOff ? { state: 'called-off' as const, openCallSign: null } : await expectedAs()
    const values = { ...change, calledOff, version: version + 1 }
    await announce(tx, { shop: scope.shop, topic: 'job', job: id })
    await tx
      .update(jobs)
      .set(values)
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.id, id)))
    return { ...job, ...values }
  })
}

/**
 * Calls a booking off, or takes it up again under its call sign, or another where that is in use by now. Sent twice it is the same.
 * @throws Problem 409 where it is checked in, somebody changed it first, or its time has not come
 */
export async function callOff(...asked: Parameters<typeof callOffOnce>): Promise<JobRow> {
  for (let attempt = 0; attempt < 6; attempt++)
    try {
      return await callOffOnce(...asked)
    } catch (error) {
      if (!isDuplicate(error)) throw error
    }
  throw busy()
}
