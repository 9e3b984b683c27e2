import { eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Everybody of the shop by id, also who has left since: whoever did a step is named. */
export async function namesOf(db: Database, scope: Scope): Promise<Record<string, string>> {
  const rows = await db.select({ id: people.id, name: people.name }).from(people).where(eq(people.shop, scope.shop))
  return Object.fromEntries(rows.map((p) => [p.id, p.name]))
}
