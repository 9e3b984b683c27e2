import { eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { shops } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Where customers find the shop: its address, else its place. */
export async function addressOf(db: Database, scope: Scope): Promise<string> {
  const [row] = await db.select({ about: shops.about }).from(shops).where(eq(shops.id, scope.shop))
  return row?.about?.address || row?.about?.place || ''
}
