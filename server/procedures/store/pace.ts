import { and, desc, eq, isNotNull } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { paceOf, type Timing } from '#core/procedures/pace.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { events, shops } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { note } from '#server/http/audit.ts'
import type { Scope } from '#server/http/scope.ts'
import { wickingSeen } from '#server/jobs/wicking.ts'
import type { PaceView } from '#server/procedures/views.ts'

/** The shop's latest times are what its pace is measured on: about two hundred vehicles'. */
const lastTimes = 8000

/** What the shop's finished steps say of its pace, and what is planned with now. */
export async function paceView(db: Database, scope: Scope): Promise<PaceView> {
  const [shop] = await db.select({ rates: shops.rates }).from(shops).where(eq(shops.id, scope.shop))
  const rows = await db
    .select({
      treatment: events.timedTreatment,
      book: events.timedBook,
      took: events.timedTook,
      people: events.timedPeople,
    })
    .from(events)
    .where(and(eq(events.shop, scope.shop), isNotNull(events.timedTreatment)))
    .orderBy(desc(events.serverTime))
    .limit(lastTimes)
  const wicking = await wickingSeen(db, scope)
  return {
    rates: shop?.rates ?? {},
    measured: paceOf(rows as Timing[]),
    ...(wicking.length > 0 ? { wicking } : {}),
  }
}

/** Takes paces over for planning. Procedures already issued keep theirs. @throws BadInput for a treatment nobody knows */
export async function keepRates(
  db: Database,
  scope: Scope,
  rates: Record<string, number>,
  catalogue: Catalogue,
): Promise<void> {
  const known = new Set([...catalogue.treatments, ...catalogue.wholeCar].map((t) => t.id))
  const faults = Object.keys(rates)
    .filter((id) => !known.has(id))
    .map((id) => ({ pointer: `/rates/${id}`, message: `Unknown treatment "${id}".` }))
  if (faults.length > 0) throw new BadInput(faults)
  await inTransaction(db, async (tx) => {
    await tx.update(shops).set({ rates }).where(eq(shops.id, scope.shop))
    const said = Object.entries(rates).map(([id, rate]) => `${id} × ${rate.toFixed(2)}`)
    await note(tx, { shop: scope.shop, what: 'pace', by: scope.person, detail: said.join(', ').slice(0, 190) })
  })
}
