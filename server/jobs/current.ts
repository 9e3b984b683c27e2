import { and, asc, eq, gt, inArray, or } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import { emptyState, reduce } from '#core/job/reduce.ts'
import type { WorkState } from '#core/job/schema.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { events, procedures } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { type JobRow, placesOf, workEvent } from './jobs.ts'

/** A job at work as far as this process has folded it. */
export interface Current {
  shop: string
  version: number
  procedure: Procedure
  places: PlaceToCheck[]
  /** The pace the procedure was made with. */
  rates: Readonly<Record<string, number>>
  state: WorkState
}

/**
 * Folded states by job. Only a shortcut: an issued procedure never changes, and a state is used only up to its position in the ledger,
 * so what another server appended is read and folded on top. Losing any of it costs a read.
 */
const cache = new LRUCache<string, Current>({ max: 1000 })

/** What is remembered of a shop's own job: possibly not its latest state. */
export function recall(scope: Scope, job: string): Current | undefined {
  const known = cache.get(job)
  return known?.shop === scope.shop ? known : undefined
}

export function remember(job: string, current: Current): void {
  cache.set(job, current)
}

type Position = Pick<JobRow, 'id' | 'position' | 'procedureVersion'>

/** Jobs read in one question; a question for hundreds would be a very long one. */
const together = 100

async function issuedOf(db: Database, scope: Scope, jobs: readonly Position[], catalogue: Catalogue) {
  const found = new Map<string, Current>()
  for (let i = 0; i < jobs.length; i += together) {
    const part = jobs.slice(i, i + together)
    const rows = await db
      .select()
      .from(procedures)
      .where(
        and(
          eq(procedures.shop, scope.shop),
          or(...part.map((j) => and(eq(procedures.job, j.id), eq(procedures.version, j.procedureVersion!)))),
        ),
      )
    for (const row of rows)
      found.set(row.job, {
        shop: scope.shop,
        version: row.version,
        procedure: row.procedure,
        places: placesOf(row.request.checkIn, catalogue),
        rates: row.request.rates ?? {},
        state: emptyState(),
      })
  }
  return found
}

/** Events that the known states have not folded yet, in ledger order. */
async function newsOf(db: Database, scope: Scope, known: readonly { id: string; from: number }[]) {
  const rows = []
  for (let i = 0; i < known.length; i += together) {
    const part = known.slice(i, i + together)
    // Whole ledgers are asked for by their jobs alone, tails one by one: both are ranges of the primary key.
    const whole = part.filter((k) => k.from === 0).map((k) => k.id)
    const tails = part.filter((k) => k.from > 0).map((k) => and(eq(events.job, k.id), gt(events.position, k.from)))
    rows.push(
      ...(await db
        .select()
        .from(events)
        .where(
          and(eq(events.shop, scope.shop), or(whole.length > 0 ? inArray(events.job, whole) : undefined, ...tails)),
        )
        .orderBy(asc(events.job), asc(events.position))),
    )
  }
  return rows.map(workEvent)
}

/**
 * The jobs' procedures and states, each at least up to the position the caller has read. The number of questions does not grow with the
 * number of jobs.
 * @returns by job id; jobs without an issued procedure are not in it
 */
export async function currentsOf(
  db: Database,
  scope: Scope,
  jobs: readonly Position[],
  catalogue: Catalogue,
): Promise<Map<string, Current>> {
  const issued = jobs.filter((j) => j.procedureVersion !== null)
  const usable = (job: Position) => {
    const known = recall(scope, job.id)
    return known?.version === job.procedureVersion && known.state.position <= job.position ? known : undefined
  }
  const result = new Map(issued.flatMap((j) => (usable(j) ? [[j.id, usable(j)!] as const] : [])))
  const unknown = issued.filter((j) => !result.has(j.id))
  for (const [id, current] of await issuedOf(db, scope, unknown, catalogue)) result.set(id, current)
  const behind = issued.flatMap((j) => {
    const from = result.get(j.id)?.state.position
    return from === undefined || from === j.position ? [] : [{ id: j.id, from }]
  })
  for (const event of await newsOf(db, scope, behind)) {
    const known = result.get(event.job)!
    result.set(event.job, { ...known, state: reduce(known.state, event, known.procedure) })
  }
  for (const [id, current] of result) remember(id, current)
  return result
}

/** One job's procedure and state. @returns null while no procedure is issued */
export async function currentOf(
  db: Database,
  scope: Scope,
  job: Position,
  catalogue: Catalogue,
): Promise<Current | null> {
  return (await currentsOf(db, scope, [job], catalogue)).get(job.id) ?? null
}
