import { and, asc, eq, gt, lt } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { lots, type MoveKind, stockMoves } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { Scope } from '#server/http/scope.ts'
import { uuidv7 } from '#server/http/uuid.ts'

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

interface Why {
  kind: MoveKind
  reason: string
  job?: string
}

/** Changes a locked lot, and keeps why. */
async function changeLot(tx: Transaction, scope: Scope, lot: Lot, change: number, why: Why, now: string) {
  await tx
    .update(lots)
    .set({ left: lot.left + change })
    .where(eq(lots.id, lot.id))
  await tx
    .insert(stockMoves)
    .values({ ...why, id: uuidv7(), shop: scope.shop, lot: lot.id, change, author: scope.person, at: now })
}

/** Takes an amount from a locked lot, at most what it has, and keeps why. */
export const drawFrom = (
  tx: Transaction,
  scope: Scope,
  lot: Lot,
  amount: number,
  why: Why,
  now: string,
): Promise<void> => changeLot(tx, scope, lot, -Math.min(amount, lot.left), why, now)

/**
 * Takes what a vehicle uses up (gloves, swabs …) from the oldest lots that were there when it came. Called in the transaction that hands
 * the vehicle over, so that it is counted with it or not at all.
 */
export async function drawForVehicle(
  tx: Transaction,
  scope: Scope,
  job: { id: string; arrives: string },
  catalogue: Catalogue,
  now: string,
): Promise<void> {
  for (const { id: item, perVehicle } of catalogue.consumables) {
    const lot = await oldestLot(tx, scope, item, job.arrives)
    if (lot) await drawFrom(tx, scope, lot, perVehicle, { kind: 'vehicle', reason: '', job: job.id }, now)
  }
}

/** Gives a lot back what was drawn from it for a reason that turned out to be none; both moves stay on record. */
export async function putBack(tx: Transaction, scope: Scope, id: string, reason: string, now: string): Promise<void> {
  const [lot] = await tx
    .select()
    .from(lots)
    .where(and(eq(lots.shop, scope.shop), eq(lots.id, id)))
    .for('update')
  const drawn = await tx
    .select({ change: stockMoves.change })
    .from(stockMoves)
    .where(and(eq(stockMoves.shop, scope.shop), eq(stockMoves.lot, id), eq(stockMoves.reason, reason)))
  if (!lot || drawn.length === 0) return
  const back = -drawn.reduce((sum, m) => sum + m.change, 0)
  await changeLot(tx, scope, lot, back, { kind: 'batch', reason: `${reason}, taken back` }, now)
}
