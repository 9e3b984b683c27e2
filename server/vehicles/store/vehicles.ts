import { and, eq } from 'drizzle-orm'
import { bodyFaults } from '#core/cabin/check.ts'
import type { Body } from '#core/cabin/schema.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { modelNotes, ownBodies } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import type { ModelNoteView, OwnBodyView } from '#server/vehicles/views.ts'

const columns = { id: ownBodies.id, version: ownBodies.version, body: ownBodies.body }

export const ownBodiesOf = (db: Database, scope: Scope): Promise<OwnBodyView[]> =>
  db.select(columns).from(ownBodies).where(eq(ownBodies.shop, scope.shop))

/** Saves a body of the shop's own; version 0 makes it. @throws BadInput for what cannot be built, Problem 409 when it is not the newest */
export function saveOwnBody(db: Database, scope: Scope, id: string, version: number, body: Body): Promise<OwnBodyView> {
  const faults = bodyFaults(body, '/body')
  if (faults.length > 0) throw new BadInput(faults)
  return inTransaction(db, async (tx) => {
    const [any] = await tx.select().from(ownBodies).where(eq(ownBodies.id, id)).for('update')
    if (any && any.shop !== scope.shop) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
    if ((any?.version ?? 0) !== version) throw stale(any ? { id, version: any.version, body: any.body } : {})
    const next = { id, version: version + 1, body }
    if (any) await tx.update(ownBodies).set(next).where(eq(ownBodies.id, id))
    else await tx.insert(ownBodies).values({ ...next, shop: scope.shop })
    await announce(tx, { shop: scope.shop, topic: 'vehicles' })
    return next
  })
}

export async function removeOwnBody(db: Database, scope: Scope, id: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [gone] = await tx.delete(ownBodies).where(and(eq(ownBodies.shop, scope.shop), eq(ownBodies.id, id)))
    if (gone.affectedRows === 0) throw notFound('body')
    await announce(tx, { shop: scope.shop, topic: 'vehicles' })
  })
}

const keyOf = (make: string, model: string) => `${make.trim()} ${model.trim()}`.toLowerCase().slice(0, 90)

export async function modelNote(db: Database, scope: Scope, make: string, model: string): Promise<ModelNoteView> {
  const [row] = await db
    .select({ text: modelNotes.text, version: modelNotes.version })
    .from(modelNotes)
    .where(and(eq(modelNotes.shop, scope.shop), eq(modelNotes.key, keyOf(make, model))))
  return row ?? { text: '', version: 0 }
}

export function saveModelNote(
  db: Database,
  scope: Scope,
  { make, model, text, version }: { make: string; model: string; text: string; version: number },
): Promise<ModelNoteView> {
  const mine = and(eq(modelNotes.shop, scope.shop), eq(modelNotes.key, keyOf(make, model)))
  return inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(modelNotes).where(mine).for('update')
    if ((row?.version ?? 0) !== version) throw stale({ text: row?.text ?? '', version: row?.version ?? 0 })
    if (row)
      await tx
        .update(modelNotes)
        .set({ text, version: version + 1 })
        .where(mine)
    else await tx.insert(modelNotes).values({ shop: scope.shop, key: keyOf(make, model), text, version: 1 })
    await announce(tx, { shop: scope.shop, topic: 'vehicles' })
    return { text, version: version + 1 }
  })
}
