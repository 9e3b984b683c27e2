import { count, eq, sql } from 'drizzle-orm'
import type { Foretold } from '#core/job/recheck.ts'
import type { Database } from '#server/database/connection.ts'
import { wicking } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { Scope } from '#server/http/scope.ts'

/**
 * Keeps what was foretold of stains beside what happened, the first foretelling of each. What was judged good and comes back later has
 * come back; what came back and is good after its rounds has come back all the same.
 */
export async function keepWicking(
  tx: Transaction,
  scope: Pick<Scope, 'shop'>,
  job: string,
  foretold: readonly Foretold[],
  came: boolean,
  at: string,
): Promise<void> {
  if (foretold.length === 0) return
  await tx
    .insert(wicking)
    .values(foretold.map((f) => ({ ...f, shop: scope.shop, job, came, at })))
    .onDuplicateKeyUpdate({ set: { came: came ? true : sql`came_back` } })
}

/** By stain: how many were judged, what was foretold of them in the mean, and how many came back. */
export async function wickingSeen(db: Database, scope: Pick<Scope, 'shop'>) {
  const rows = await db
    .select({
      stain: wicking.stain,
      seen: count(),
      foretold: sql<string>`avg(${wicking.chance})`,
      came: sql<string>`sum(${wicking.came})`,
    })
    .from(wicking)
    .where(eq(wicking.shop, scope.shop))
    .groupBy(wicking.stain)
    .orderBy(wicking.stain)
  return rows.map((r) => ({ ...r, foretold: Math.round(Number(r.foretold)), came: Number(r.came) }))
}
