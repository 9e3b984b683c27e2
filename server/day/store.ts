import { eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Names of the shop's people by id. */
export async function crewNames(db: Database, scope: Scope): Promise<Map<string, string>> {
  const crew = await db.select({ id: people.id, name: people.name }).from(people).where(eq(people.shop, scope.shop))
  return new Map(crew.map((p) => [p.id, p.name]))
}
