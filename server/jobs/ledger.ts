import { and, eq, getTableColumns, getTableName, isNotNull, sql } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Foretold } from '#core/job/recheck.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import type { Timing } from '#core/procedures/pace.ts'
import type { Database } from '#server/database/connection.ts'
import { prepared } from '#server/database/prepared.ts'
import { events, jobs } from '#server/database/schema.ts'
import { inTransaction, isConflict, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { drawForVehicle } from '#server/shelf/lots.ts'
import { keepWicking } from './wicking.ts'

/** An event as it stands in its row. */
type Row = typeof events.$inferInsert
interface Waiting {
  row: Row
  stored(): void
  failed(error: unknown): void
}

const columns = Object.entries(getTableColumns(events))

/** Most events in one statement; one of each length is prepared at the database, once a connection. */
const most = 16
const row = `(${columns.map(() => '?').join(', ')})`
const statements = Array.from(
  { length: most + 1 },
  (_, size) =>
    `insert into ${getTableName(events)} (${columns.map(([, c]) => c.name).join(', ')}) values ${Array(size).fill(row).join(', ')}`,
)

/** Past the query builder, which costs more here than the database: nothing else is written so often. */
const insert = (db: Database, rows: readonly Row[]) =>
  db.$client.execute(
    statements[rows.length]!,
    rows.flatMap((r) =>
      columns.map(([name, column]) => {
        const value = r[name as keyof Row]
        return value === null || value === undefined ? null : (column.mapToDriverValue(value) as string | number)
      }),
    ),
  )

/**
 * Writes events that come at the same moment in one statement and one commit, so that a busy bay waits for the disk once and not once a
 * person. An event is durable when its promise resolves. Rows go in the order of their jobs, so that two servers do not lock crosswise.
 */
class Ledger {
  private waiting: Waiting[] = []
  private writing = false
  private readonly db: Database
  constructor(db: Database) {
    this.db = db
  }

  append(row: Row): Promise<void> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ row, stored: resolve, failed: reject })
      if (!this.writing) void this.write()
    })
  }

  private async write() {
    this.writing = true
    while (this.waiting.length > 0) {
      // What else came in this turn goes along: a commit costs as much for one as for sixteen.
      await new Promise((resolve) => setImmediate(resolve))
      await this.together(this.waiting.splice(0, most).sort((a, b) => (a.row.job < b.row.job ? -1 : 1)))
    }
    this.writing = false
  }

  private async together(batch: readonly Waiting[]): Promise<void> {
    try {
      await insert(
        this.db,
        batch.map((w) => w.row),
      )
      for (const { stored } of batch) stored()
    } catch (error) {
      // One of several is in the way of all: each then stands for itself.
      if (batch.length > 1 && (isDuplicate(error) || isConflict(error)))
        for (const one of batch) await this.together([one])
      else for (const { failed } of batch) failed(error)
    }
  }
}

const ledgers = prepared((db) => new Ledger(db))

/**
 * Stores an event, with the time it gives for the shop's pace; a trigger moves the job's position and writes the news in the same statement. Durable when it resolves. A vehicle handed
 * over takes what it used up from the shelf and gives its call sign back, all in one transaction.
 */
export async function store(
  db: Database,
  scope: Scope,
  event: WorkEvent,
  catalogue: Catalogue,
  timing?: Timing,
  /** What was foretold of the surfaces that this event judges dry and good. */
  judged: readonly Foretold[] = [],
): Promise<void> {
  const row = {
    ...event,
    shop: scope.shop,
    data: event.data as Record<string, unknown>,
    offline: event.offline ?? null,
    timedTreatment: timing?.treatment ?? null,
    timedBook: timing?.book ?? null,
    timedTook: timing?.took ?? null,
    timedPeople: timing?.people ?? null,
  }
  if (judged.length > 0)
    return inTransaction(db, async (tx) => {
      await tx.insert(events).values(row)
      await keepWicking(tx, scope, event.job, judged, false, event.serverTime)
    })
  if ((event.type === 'time-corrected' || event.type === 'step-reopened') && !event.offline?.conflict)
    return inTransaction(db, async (tx) => {
      // The time that counted so far counts no more; what was tapped stays.
      await tx
        .update(events)
        .set({ timedTreatment: null, timedBook: null, timedTook: null, timedPeople: null })
        .where(
          and(
            eq(events.job, event.job),
            isNotNull(events.timedTreatment),
            sql`json_value(${events.data}, '$.step') = ${event.data.step}`,
          ),
        )
      await tx.insert(events).values(row)
    })
  // A second handing over, written down on two phones, is kept like any fact but takes nothing.
  if (event.type !== 'handed-over' || event.offline?.conflict === 'handed-over') return ledgers(db).append(row)
  await inTransaction(db, async (tx) => {
    await tx.insert(events).values(row)
    const [job] = await tx.select({ id: jobs.id, arrives: jobs.arrives }).from(jobs).where(eq(jobs.id, event.job))
    await drawForVehicle(tx, scope, job!, catalogue, event.serverTime)
    await announce(tx, { shop: scope.shop, topic: 'stock' })
    await tx
      .update(jobs)
      .set({ state: 'handed-over', openCallSign: null, version: sql`${jobs.version} + 1` })
      .where(eq(jobs.id, event.job))
  })
}

/**
 * Writes what the server itself says of a job, in the transaction of what it changes.
 * @param after the job's last position
 * @returns its last position now
 */
export async function appendByServer(
  tx: Transaction,
  scope: Scope,
  job: string,
  after: number,
  said: readonly (Pick<Row, 'type' | 'data'> & Partial<Pick<Row, 'id' | 'offline'>>)[],
  now: string,
): Promise<number> {
  await tx.insert(events).values(
    said.map((event, i) => ({
      id: uuidv7(),
      ...event,
      job,
      position: after + i + 1,
      shop: scope.shop,
      author: scope.person,
      device: 'server',
      deviceSeq: 0,
      deviceTime: now,
      serverTime: now,
    })),
  )
  return after + said.length
}
