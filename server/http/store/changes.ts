import { and, asc, desc, eq, gt, inArray, lt, or } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { changes, type Topic } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'

/** Something of a shop changed; screens that show it ask again. */
export interface Change {
  seq: number
  shop: string
  topic: Topic
  job: string | null
  position: number | null
  /** Of a ledger's event: its type. */
  kind: string | null
}

/** Writes a change beside what changed, in the same transaction: whoever reads the one can read the other. */
export async function announce(
  tx: Transaction,
  change: { shop: string; topic: Change['topic']; job?: string; position?: number },
): Promise<void> {
  await tx.insert(changes).values({ ...change, at: new Date().toISOString() })
}

const columns = {
  seq: changes.seq,
  shop: changes.shop,
  topic: changes.topic,
  job: changes.job,
  position: changes.position,
  kind: changes.kind,
}

/** The number of the newest change; 0 when there is none. */
export async function newestChange(db: Database): Promise<number> {
  const [row] = await db.select({ seq: changes.seq }).from(changes).orderBy(desc(changes.seq)).limit(1)
  return row?.seq ?? 0
}

/** Changes with a greater number, and those of these numbers that are there by now; a thousand at a time. */
export const changesAfter = (db: Database, seq: number, missing: readonly number[] = []): Promise<Change[]> =>
  db
    .select(columns)
    .from(changes)
    .where(missing.length > 0 ? or(gt(changes.seq, seq), inArray(changes.seq, missing)) : gt(changes.seq, seq))
    .orderBy(asc(changes.seq))
    .limit(1000)

/** A shop's changes after a number; undefined when they are no longer all there, or too many to tell one by one. */
export async function changesOf(db: Database, shop: string, seq: number): Promise<Change[] | undefined> {
  const [oldest] = await db.select({ seq: changes.seq }).from(changes).orderBy(asc(changes.seq)).limit(1)
  if (oldest && seq < oldest.seq - 1) return undefined
  const list = await db
    .select(columns)
    .from(changes)
    .where(and(eq(changes.shop, shop), gt(changes.seq, seq)))
    .orderBy(asc(changes.seq))
    .limit(501)
  return list.length > 500 ? undefined : list
}

/** Drops changes written before a moment. */
export const pruneChanges = async (db: Database, before: number): Promise<void> => {
  await db.delete(changes).where(lt(changes.at, new Date(before).toISOString()))
}
