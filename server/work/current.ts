import type { Catalogue } from '#core/procedures/catalogue.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { emptyState, reduce } from '#core/work/reduce.ts'
import type { WorkState } from '#core/work/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { eventsOf, issuedProcedure, placesOf } from '#server/http/jobs.ts'
import type { Scope } from '#server/http/scope.ts'

/** A job at work as far as this process has folded it. */
export interface Current {
  shop: string
  version: number
  procedure: Procedure
  places: string[]
  state: WorkState
}

const most = 300
/**
 * Folded states by job. Only a shortcut: an issued procedure never changes, and a state is used only up to its position in the ledger,
 * so what another server appended is read and folded on top. Losing any of it costs a read.
 */
const cache = new Map<string, Current>()

/** What is remembered of a shop's own job: possibly not its latest state. */
export function recall(scope: Scope, job: string): Current | undefined {
  const known = cache.get(job)
  return known?.shop === scope.shop ? known : undefined
}

export function remember(job: string, current: Current): void {
  cache.delete(job)
  cache.set(job, current)
  if (cache.size > most) cache.delete(cache.keys().next().value!)
}

/**
 * The job's procedure and its state, at least up to the position the caller has read.
 * @returns null while no procedure is issued
 */
export async function currentOf(
  db: Database,
  scope: Scope,
  job: { id: string; position: number; procedureVersion: number | null },
  catalogue: Catalogue,
): Promise<Current | null> {
  if (job.procedureVersion === null) return null
  let known = cache.get(job.id)
  if (!known || known.version !== job.procedureVersion || known.state.position > job.position) {
    const row = await issuedProcedure(db, scope, job)
    if (!row) return null
    known = {
      shop: scope.shop,
      version: row.version,
      procedure: row.procedure,
      places: placesOf(row.request.checkIn, catalogue).map((p) => p.id),
      state: emptyState(),
    }
  }
  if (known.state.position === job.position) return known
  let { state } = known
  for (const event of await eventsOf(db, scope, job.id, state.position)) state = reduce(state, event, known.procedure)
  return { ...known, state }
}
