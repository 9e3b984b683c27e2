import { and, desc, eq, gte, like, lt, or, sql } from 'drizzle-orm'
import { plateKey } from '#core/cabin/plate.ts'
import type { JobState } from '#core/job/job-state.ts'
import { momentOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import type { RecordsView } from '#server/records/views.ts'

/** Lines that come at once. */
const page = 50

export interface Wanted {
  find: string
  state: JobState | undefined
  from: string | undefined
  to: string | undefined
  before: string | undefined
}

/** A text of the check-in; compared as people read, not by case. */
const text = (path: string) => sql<string | null>`json_value(${jobs.checkIn}, ${path}) collate utf8mb4_unicode_520_ci`
const lines = {
  id: jobs.id,
  callSign: jobs.callSign,
  colour: jobs.colour,
  state: jobs.state,
  plate: text('$.vehicle.plate'),
  make: text('$.vehicle.make'),
  model: text('$.vehicle.model'),
  customer: text('$.customer'),
  arrives: jobs.arrives,
  due: jobs.due,
}
interface Row {
  plate: string | null
  make: string | null
  model: string | null
  customer: string | null
}
const view = <T extends Row>({ make, model, ...row }: T) => ({
  ...row,
  plate: row.plate ?? '',
  customer: row.customer ?? '',
  vehicle: [make, model].filter(Boolean).join(' '),
})
/** Signs that mean something to LIKE are meant as themselves. */
const containing = (word: string) => `%${word.replaceAll(/[\\%_]/g, (c) => `\\${c}`)}%`

/** Every word stands somewhere: in the plate however it is written, the customer, the car, the call sign. */
const found = (find: string) =>
  and(
    ...find
      .split(/\s+/)
      .filter(Boolean)
      .map((word) =>
        or(
          ...(plateKey(word) ? [like(jobs.plateKey, containing(plateKey(word)))] : []),
          like(text('$.customer'), containing(word)),
          like(text('$.vehicle.make'), containing(word)),
          like(text('$.vehicle.model'), containing(word)),
          like(jobs.callSign, containing(word)),
        ),
      ),
  )

/** What a job's line is read from, what is shown of it, and how it is found. */
export const lineOf = { columns: lines, view, found }

/** Jobs of any time, the newest first, a page at a time: none ever vanishes. */
export async function recordsOf(
  db: Database,
  scope: Scope,
  { find, state, from, to, before }: Wanted,
): Promise<RecordsView> {
  const start = from && momentOf(scope.timeZone, from, 0)
  const end = to && momentOf(scope.timeZone, to, 1440)
  const rows = await db
    .select(lines)
    .from(jobs)
    .where(
      and(
        eq(jobs.shop, scope.shop),
        state && eq(jobs.state, state),
        start ? gte(jobs.arrives, start) : undefined,
        end ? lt(jobs.arrives, end) : undefined,
        before ? lt(jobs.arrives, before) : undefined,
        found(find),
      ),
    )
    .orderBy(desc(jobs.arrives), desc(jobs.id))
    .limit(page + 1)
  const records = rows.slice(0, page).map(view)
  return { records, next: rows.length > page ? records.at(-1)!.arrives : null }
}
