import { and, eq, isNotNull } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { equipment } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Machines whose upkeep is due on a day or was before it. @param day YYYY-MM-DD */
export async function upkeepDue(db: Database, scope: Scope, day: string): Promise<{ machine: string; what: string }[]> {
  const rows = await db
    .select({ machine: equipment.kind, upkeep: equipment.upkeep })
    .from(equipment)
    .where(and(eq(equipment.shop, scope.shop), isNotNull(equipment.upkeep)))
  return rows.flatMap(({ machine, upkeep }) => (upkeep && upkeep.due <= day ? [{ machine, what: upkeep.what }] : []))
}
