import { and, asc, eq, gt, lt } from 'drizzle-orm'
import { lots, stockMoves } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { Scope } from './scope.ts'
import { uuidv7 } from './uuid.ts'

type Lot = typeof lots.$inferSelect

/** The oldest lot of an item that has some left, locked; only those that had come by a time where one is given. */
export async function oldestLot(
  tx: Transaction,
  scope: Scope,
  item: string,
  cameBefore?: string,
): Promise<Lot | undefined> {
  const [lot] = await tx
    .select()
    .from(lots)
    .where(
      and(
        eq(lots.shop, scope.shop),
        eq(lots.item, item),
        gt(lots.left, 0),
        cameBefore === undefined ? undefined : lt(lots.received, cameBefore),
      ),
    )
    .orderBy(asc(lots.received))
    .limit(1)
    .for('update')
  return lot
}

/** Takes an amount from a locked lot, at most what it has, and keeps why. */
export async function drawFrom(
  tx: Transaction,
  scope: Scope,
  lot: Lot,
  amount: number,
  reason: string,
  now: string,
): Promise<void> {
  const change = -Math.min(amount, lot.left)
  await tx
    .update(lots)
    .set({ left: lot.left + change })
    .where(eq(lots.id, lot.id))
  await tx
    .insert(stockMoves)
    .values({ id: uuidv7(), shop: scope.shop, lot: lot.id, change, reason, author: scope.person, at: now })
}
