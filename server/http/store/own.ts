import { and, eq } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { Own } from '#core/shop/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { owns } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import { speak } from '#words/en/speak.ts'

/** By shop and version: a version never changes, and the same object is the same catalogue. */
const known = new LRUCache<string, Own>({ max: 200 })

/** What a shop wrote over the shipped catalogue at a version; undefined where it has written nothing. */
export async function ownAt(db: Database | Transaction, shop: string, version: number): Promise<Own | undefined> {
  if (version === 0) return undefined
  const key = `${shop} ${version}`
  const there = known.get(key)
  if (there) return there
  const [row] = await db
    .select({ own: owns.own })
    .from(owns)
    .where(and(eq(owns.shop, shop), eq(owns.version, version)))
  if (!row) return undefined
  speak.names.learn(row.own)
  known.set(key, row.own)
  return row.own
}
