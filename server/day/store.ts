import { and, eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people, plans } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Names of the shop's people by id. */
export async function crewNames(db: Database, scope: Scope): Promise<Map<string, string>> {
  const crew = await db.select({ id: people.id, name: people.name }).from(people).where(eq(people.shop, scope.shop))
  return new Map(crew.map((p) => [p.id, p.name]))
}

/** When the day's plan has what end, minutes of the shop's day; nothing while nothing is planned. */
export async function plannedEnds(
  db: Database,
  scope: Scope,
  day: string,
): Promise<readonly { activity: string; end: number }[]> {
  const [plan] = await db
    .select({ answer: plans.answer })
    .from(plans)
    .where(and(eq(plans.shop, scope.shop), eq(plans.day, day)))
  return plan?.answer.assignments ?? []
}
