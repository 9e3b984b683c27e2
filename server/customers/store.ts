import { and, eq, gt, inArray, like, or } from 'drizzle-orm'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { withoutHand } from '#core/job/reduce.ts'
import type { Database } from '#server/database/connection.ts'
import { customers, events, jobs, messages, photos, procedures, shares } from '#server/database/schema.ts'
import { inTransaction, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import type { FileStore } from '#server/files/by-content.ts'
import type { CsvBody, CsvView } from '#server/files/csv.ts'
import { dropUnused } from '#server/files/store.ts'
import { note } from '#server/http/audit.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import type { JobRow } from '#server/jobs/jobs.ts'
import { appendByServer } from '#server/jobs/ledger.ts'
import { keyOf, readCustomers, writeCustomers } from './csv.ts'
import type { CustomerFields, CustomerView } from './views.ts'

const columns = {
  id: customers.id,
  version: customers.version,
  name: customers.name,
  contact: customers.contact,
  notes: customers.notes,
  sensitivities: customers.sensitivities,
  finish: customers.finish,
}
const mine = (scope: Scope, id: string) => and(eq(customers.shop, scope.shop), eq(customers.id, id))

/** Customers that come at once; whoever wants more asks for those after the last. */
const page = 100

/**
 * Customers by name, a page at a time.
 * @param find only those whose name or contact has this in it
 * @param after the customer the page before ended with
 */
export async function customersOf(db: Database, scope: Scope, find: string, after?: string): Promise<CustomerView[]> {
  // Percent and underscore mean themselves to people.
  const pattern = `%${find.replace(/[\\%_]/g, '\\$&')}%`
  const [last] = after ? await db.select(columns).from(customers).where(mine(scope, after)) : []
  if (after && !last) throw notFound('customer')
  return db
    .select(columns)
    .from(customers)
    .where(
      and(
        eq(customers.shop, scope.shop),
        find === '' ? undefined : or(like(customers.name, pattern), like(customers.contact, pattern)),
        last && or(gt(customers.name, last.name), and(eq(customers.name, last.name), gt(customers.id, last.id))),
      ),
    )
    .orderBy(customers.name, customers.id)
    .limit(page)
}

export async function customerOf(db: Database, scope: Scope, id: string): Promise<CustomerView> {
  const [there] = await db.select(columns).from(customers).where(mine(scope, id))
  if (!there) throw notFound('customer')
  return there
}

/** Adds a customer. Sent twice with one id it is one. */
export async function addCustomer(
  db: Database,
  scope: Scope,
  id: string,
  fields: CustomerFields,
): Promise<CustomerView> {
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(customers).values({ ...fields, id, shop: scope.shop, version: 1 })
      await announce(tx, { shop: scope.shop, topic: 'customers' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
    const [there] = await db.select(columns).from(customers).where(mine(scope, id))
    if (!there) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
    return there
  }
  return { ...fields, id, version: 1 }
}

/** @throws Problem 409 with what is there now when it is not the newest version */
export function changeCustomer(
  db: Database,
  scope: Scope,
  id: string,
  version: number,
  fields: CustomerFields,
): Promise<CustomerView> {
  return inTransaction(db, async (tx) => {
    const [there] = await tx.select(columns).from(customers).where(mine(scope, id)).for('update')
    if (!there) throw notFound('customer')
    if (there.version !== version) throw stale(there)
    await tx
      .update(customers)
      .set({ ...fields, version: version + 1 })
      .where(mine(scope, id))
    await announce(tx, { shop: scope.shop, topic: 'customers' })
    return { ...fields, id, version: version + 1 }
  })
}

const erased = 'erased on request'

/** A check-in without the person: name, signature, belongings and free words go; what the car was like stays. */
const withoutPerson = ({
  agreement: _signed,
  customerId: _id,
  notes: _notes,
  cameFor,
  ...checkIn
}: CheckIn): CheckIn => ({
  ...checkIn,
  ...(cameFor ? { cameFor: { ...cameFor, words: '' } } : {}),
  customer: erased,
  belongings: [],
})

/**
 * The ledger without the person: who took the car and what they said on the phone are written over where they stand, and one event says so, so
 * that every server that has folded it before forgets as well.
 */
async function eraseFromLedger(tx: Transaction, scope: Scope, { id, position }: JobRow, now: string): Promise<void> {
  if (position === 0) return
  const rows = await tx
    .select({ position: events.position, type: events.type, data: events.data })
    .from(events)
    .where(and(eq(events.job, id), inArray(events.type, ['handed-over', 'customer-said', 'extra-agreed'])))
  for (const row of rows)
    await tx
      .update(events)
      .set({
        data:
          row.type === 'handed-over'
            ? withoutHand(row.data as { to: string }, erased)
            : row.type === 'extra-agreed'
              ? { ...row.data, by: erased }
              : { ...row.data, from: erased, text: '' },
      })
      .where(and(eq(events.job, id), eq(events.position, row.position)))
  await appendByServer(tx, scope, id, position, [{ type: 'customer-erased', data: { words: erased } }], now)
}

/**
 * Erases a customer on request: the entry, and name, signature, belongings, notes and photos of all their vehicles' jobs. What the cars
 * were like and what worked stays, without the person. Not while a vehicle of theirs is here.
 */
export async function eraseCustomer(
  db: Database,
  files: FileStore,
  scope: Scope,
  id: string,
  now: string,
): Promise<void> {
  const hashes = await inTransaction(db, async (tx) => {
    const [there] = await tx.select(columns).from(customers).where(mine(scope, id)).for('update')
    if (!there) throw notFound('customer')
    const theirs = await tx
      .select()
      .from(jobs)
      .where(and(eq(jobs.shop, scope.shop), eq(jobs.customer, id)))
      .for('update')
    const here = theirs.find((job) => job.state === 'checked-in')
    if (here) throw new Problem(409, 'vehicle-here', `${here.callSign} is still here. Hand it over first, then erase.`)
    const ids = theirs.map((job) => job.id)
    const pictures = ids.length === 0 ? [] : await tx.select().from(photos).where(inArray(photos.job, ids))
    for (const job of theirs) {
      await tx
        .update(jobs)
        .set({
          checkIn: withoutPerson(job.checkIn),
          customer: null,
          // What they said when they called off.
          calledOff: job.calledOff && { ...job.calledOff, why: '' },
          version: job.version + 1,
        })
        .where(eq(jobs.id, job.id))
      for (const row of await tx.select().from(procedures).where(eq(procedures.job, job.id)))
        await tx
          .update(procedures)
          .set({ request: { ...row.request, checkIn: withoutPerson(row.request.checkIn) } })
          .where(and(eq(procedures.job, row.job), eq(procedures.version, row.version)))
    }
    for (const job of theirs) await eraseFromLedger(tx, scope, job, now)
    // Their links show nothing any more, and what was written to them goes.
    for (const table of ids.length > 0 ? [photos, shares, messages] : [])
      await tx.delete(table).where(inArray(table.job, ids))
    await tx.delete(customers).where(mine(scope, id))
    await note(tx, { shop: scope.shop, what: 'customer-erased', by: scope.person, detail: `${theirs.length} jobs` })
    await announce(tx, { shop: scope.shop, topic: 'customers' })
    return pictures.map((p) => p.hash)
  })
  await dropUnused(db, files, hashes)
}

const everybody = (db: Database, scope: Scope) =>
  db.select().from(customers).where(eq(customers.shop, scope.shop)).orderBy(customers.name)

/** Everybody as CSV. */
export const customersCsv = async (db: Database, scope: Scope): Promise<string> =>
  writeCustomers(await everybody(db, scope))

/** Takes customers from a list: looked at only, the good lines, or all or nothing. Nobody comes twice. */
export async function takeCustomers(db: Database, scope: Scope, { csv, take }: CsvBody): Promise<CsvView> {
  const { good, faults } = readCustomers(csv, (await everybody(db, scope)).map(keyOf))
  if (take === 'all' && faults.length > 0)
    throw new Problem(400, 'invalid', `${faults.length} lines are not good; nobody was taken.`, [
      { pointer: '/csv', message: `Line ${faults[0]!.line}: ${faults[0]!.message}` },
    ])
  if (take !== 'none' && good.length > 0)
    await inTransaction(db, async (tx) => {
      await tx.insert(customers).values(good.map((c) => ({ ...c, id: uuidv7(), shop: scope.shop, version: 1 })))
      await announce(tx, { shop: scope.shop, topic: 'customers' })
    })
  return { good: good.length, taken: take === 'none' ? 0 : good.length, faults }
}
