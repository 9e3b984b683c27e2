import { and, desc, eq, inArray, isNull, max } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { batches, containers, people, rinses } from '#server/database/schema.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { Scope } from '#server/http/scope.ts'

// What stands in the shop's bottles, as the mixing bench and the day need it.

type Listed = readonly { id: string }[]

/** The latest batch of each container, however long ago. */
async function lastBatches(db: Database | Transaction, list: Listed) {
  const found = await Promise.all(
    list.map(({ id }) =>
      db
        .select({
          id: batches.id,
          product: batches.product,
          ratio: batches.ratio,
          fill: batches.fill,
          made: batches.made,
          by: people.name,
          useBy: batches.useBy,
        })
        .from(batches)
        .innerJoin(people, eq(people.id, batches.author))
        .where(and(eq(batches.container, id), isNull(batches.undone)))
        .orderBy(desc(batches.made), desc(batches.id))
        .limit(1),
    ),
  )
  return new Map(list.flatMap(({ id }, i) => (found[i]![0] ? [[id, found[i]![0]] as const] : [])))
}

async function lastRinses(db: Database | Transaction, list: Listed) {
  if (list.length === 0) return new Map<string, string>()
  const ids = list.map((c) => c.id)
  const rows = await db
    .select({ container: rinses.container, at: max(rinses.at) })
    .from(rinses)
    .where(inArray(rinses.container, ids))
    .groupBy(rinses.container)
  return new Map(rows.flatMap((r) => (r.at === null ? [] : [[r.container, r.at] as const])))
}

/** Every container, the smallest first, with its last batch unless it was rinsed since. */
export async function bottlesOf(db: Database | Transaction, scope: Scope, now: string) {
  const rows = await db.select().from(containers).where(eq(containers.shop, scope.shop)).orderBy(containers.capacity)
  const [made, rinsed] = await Promise.all([lastBatches(db, rows), lastRinses(db, rows)])
  return rows.map(({ shop: _shop, ...container }) => {
    const last = made.get(container.id)
    const rinse = rinsed.get(container.id)
    const content =
      last && (!rinse || rinse < last.made)
        ? {
            batch: last.id,
            product: last.product,
            ratio: last.ratio,
            ml: last.fill,
            made: last.made,
            by: last.by,
            useBy: last.useBy,
            pastLife: last.useBy !== null && last.useBy < now,
          }
        : null
    return { ...container, content }
  })
}
