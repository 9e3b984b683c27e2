import { and, eq, inArray } from 'drizzle-orm'
import type { JobForecast } from '#core/plan/forecast/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { foretold, jobs } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Keeps what was first said of each promise; whatever is said of it later is said knowing more. */
export async function keepForetold(
  db: Database,
  scope: Scope,
  said: readonly Pick<JobForecast, 'job' | 'inTime'>[],
  now: string,
): Promise<void> {
  const chances = new Map(said.flatMap((j) => (j.inTime === undefined ? [] : [[j.job, j.inTime] as const])))
  if (chances.size === 0) return
  const rows = await db
    .select({ job: jobs.id, due: jobs.due })
    .from(jobs)
    .where(and(eq(jobs.shop, scope.shop), inArray(jobs.id, [...chances.keys()])))
  const values = rows.flatMap(({ job, due }) =>
    due === null ? [] : [{ job, due, shop: scope.shop, chance: Math.round(100 * chances.get(job)!), at: now }],
  )
  if (values.length > 0) await db.insert(foretold).ignore().values(values)
}
