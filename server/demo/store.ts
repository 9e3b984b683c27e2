import { eq } from 'drizzle-orm'
import type { WorkEvent } from '#core/job/schema.ts'
import { timingsOf } from '#core/job/timings.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { containers, equipment, events, foretold, jobs, people, shops } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import { hashSecret } from '#server/http/secrets.ts'
import { ownAt } from '#server/http/store/own.ts'
import { scopeColumns } from '#server/http/store/sessions.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import type { ShopSpec } from './shop.ts'

/** Stores a shop with its people, equipment and containers. @returns its id and its people by login */
export async function seedShop(
  db: Database,
  spec: ShopSpec,
  timeZone: string,
): Promise<{ shop: string; byLogin: Map<string, string> }> {
  const shop = uuidv7()
  const byLogin = new Map(spec.people.map((p) => [p.login, uuidv7()]))
  await db.insert(shops).values({ id: shop, code: spec.code, name: spec.name, timeZone, houseRules: {} })
  const rows = await Promise.all(
    spec.people.map(async ({ pin, password, ...p }) => ({
      ...p,
      id: byLogin.get(p.login)!,
      shop,
      pinHash: await hashSecret(pin),
      passwordHash: password ? await hashSecret(password) : null,
    })),
  )
  await db.insert(people).values(rows)
  await db.insert(equipment).values(spec.equipment.map((e) => ({ ...e, shop, home: 'bay' as const })))
  await db.insert(containers).values(spec.containers.map((c) => ({ ...c, id: uuidv7(), shop })))
  return { shop, byLogin }
}

/** A scope for the seed alone: there is no session yet when the demonstration writes its past. */
export async function seedScope(db: Database, person: string): Promise<Scope> {
  const [row] = await db
    .select(scopeColumns)
    .from(people)
    .innerJoin(shops, eq(shops.id, people.shop))
    .where(eq(people.id, person))
  const own = row && (await ownAt(db, row.shop, row.ownVersion))
  return { ...row, ...(own ? { own } : {}) } as unknown as Scope
}

/** Stores a ledger that went as it is told, with the times it gives, and what had been promised of its car. */
export async function writePast(
  db: Database,
  shop: string,
  ledger: readonly WorkEvent[],
  procedure: Procedure,
  { due, chance }: { due: string; chance: number },
): Promise<void> {
  const timings = new Map(timingsOf(ledger, procedure).map((t) => [t.position, t]))
  const { job, serverTime } = ledger[0]!
  await db.insert(events).values(
    ledger.map((event) => {
      const timing = timings.get(event.position)
      return {
        ...event,
        shop,
        data: event.data as Record<string, unknown>,
        offline: null,
        timedTreatment: timing?.treatment ?? null,
        timedBook: timing?.book ?? null,
        timedTook: timing?.took ?? null,
        timedPeople: timing?.people ?? null,
      }
    }),
  )
  await db.update(jobs).set({ due }).where(eq(jobs.id, job))
  await db.insert(foretold).values({ job, due, shop, chance, at: serverTime })
}

/** A fixed-offset time zone in which it is between nine and ten in the morning now, so that the demonstration always shows a day at work. */
export function morningZone(now: string): string {
  let offset = 9 - new Date(now).getUTCHours()
  if (offset < -12) offset += 24
  // The signs of these zones are turned round: Etc/GMT-2 is two hours ahead.
  return offset === 0 ? 'Etc/GMT' : `Etc/GMT${offset > 0 ? '-' : '+'}${Math.abs(offset)}`
}
