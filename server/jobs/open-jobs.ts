import { and, eq, notInArray, sql } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { emptyState } from '#core/job/reduce.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { currentsOf } from './current.ts'
import type { JobAtWork } from './jobs.ts'

/**
 * What is asked of an open job's row: not its check-in, which is many times as long as all the rest and which no screen of the whole shop
 * shows; of that only the vehicle.
 */
const columns = {
  id: jobs.id,
  callSign: jobs.callSign,
  colour: jobs.colour,
  state: jobs.state,
  arrives: jobs.arrives,
  due: jobs.due,
  position: jobs.position,
  procedureVersion: jobs.procedureVersion,
  vehicle: sql`json_query(${jobs.checkIn}, '$.vehicle')`.mapWith(
    (value) => (typeof value === 'string' ? JSON.parse(value) : value) as CheckIn['vehicle'],
  ),
}

/** An open job with its procedure, its state as the ledger tells it, and the places of its final check. */
export interface OpenJob extends Omit<JobAtWork, 'job'> {
  job: Pick<JobAtWork['job'], Exclude<keyof typeof columns, 'vehicle'>> & { vehicle: CheckIn['vehicle'] }
  places: string[]
}

async function openOf(db: Database, scope: Scope, catalogue: Catalogue, one?: string): Promise<OpenJob[]> {
  const rows = await db
    .select(columns)
    .from(jobs)
    .where(
      and(
        eq(jobs.shop, scope.shop),
        notInArray(jobs.state, ['handed-over', 'called-off']),
        one === undefined ? undefined : eq(jobs.id, one),
      ),
    )
    .orderBy(jobs.arrives)
  const currents = await currentsOf(db, scope, rows, catalogue)
  return rows.map((job) => {
    const current = currents.get(job.id)
    return {
      job,
      procedure: current?.procedure ?? null,
      state: current?.state ?? emptyState(),
      places: current?.places.map((p) => p.id) ?? [],
    }
  })
}

/** All jobs of the shop that are not handed over, by arrival. */
export const openJobs = (db: Database, scope: Scope, catalogue: Catalogue): Promise<OpenJob[]> =>
  openOf(db, scope, catalogue)

/** One of them; undefined where it is handed over, or not this shop's. */
export const openJob = async (
  db: Database,
  scope: Scope,
  id: string,
  catalogue: Catalogue,
): Promise<OpenJob | undefined> => (await openOf(db, scope, catalogue, id))[0]
