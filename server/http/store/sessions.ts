import { and, eq, isNull, lt, sql } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { prepared } from '#server/database/prepared.ts'
import { devices, people, sessions, shops } from '#server/database/schema.ts'
import { inTransaction } from '#server/database/transaction.ts'
import { type Device, type Scope, sessionSeconds } from '#server/http/scope.ts'
import { newToken, tokenHash } from '#server/http/secrets.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { announce } from './changes.ts'
import { ownAt } from './own.ts'

/** What a scope is made of, for whoever has established a person: the session here, and the demonstration's seed. */
export const scopeColumns = {
  shop: shops.id,
  shopName: shops.name,
  timeZone: shops.timeZone,
  houseRules: shops.houseRules,
  ownVersion: shops.ownVersion,
  person: people.id,
  name: people.name,
  role: people.role,
}

export async function deviceOf(db: Database, token: string): Promise<Device | undefined> {
  const [row] = await db
    .select({ id: devices.id, shop: devices.shop, shopName: shops.name })
    .from(devices)
    .innerJoin(shops, eq(shops.id, devices.shop))
    .where(and(eq(devices.tokenHash, tokenHash(token)), isNull(devices.revoked)))
  return row
}

/** Opens a session and returns its token, which is stored only as a hash. */
export async function openSession(db: Database, person: string, device: Device): Promise<string> {
  const token = newToken()
  const now = Date.now()
  await db.insert(sessions).values({
    id: uuidv7(),
    tokenHash: tokenHash(token),
    shop: device.shop,
    person,
    device: device.id,
    begun: new Date(now).toISOString(),
    expires: new Date(now + sessionSeconds * 1000).toISOString(),
  })
  return token
}

/** Ends a session, and says so to the other servers, which may still believe it. */
export async function closeSession(db: Database, token: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    const mine = eq(sessions.tokenHash, tokenHash(token))
    const [session] = await tx.select({ shop: sessions.shop }).from(sessions).where(mine)
    if (!session) return
    await tx.delete(sessions).where(mine)
    await announce(tx, { shop: session.shop, topic: 'people' })
  })
}

const sessionByToken = prepared((db) =>
  db
    .select({ ...scopeColumns, session: sessions.id, device: sessions.device, expires: sessions.expires })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.person))
    .innerJoin(shops, eq(shops.id, sessions.shop))
    .innerJoin(devices, and(eq(devices.id, sessions.device), isNull(devices.revoked)))
    .where(and(eq(sessions.tokenHash, sql.placeholder('token')), isNull(people.left)))
    .prepare(),
)

/** The scope of a session token, and when it ends; undefined when it is unknown, over, or its device was sent away. */
export async function scopeOf(db: Database, token: string): Promise<{ scope: Scope; expires: string } | undefined> {
  const [row] = await sessionByToken(db).execute({ token: tokenHash(token) })
  if (!row || row.expires < new Date().toISOString()) return undefined
  const { expires, ...scope } = row
  const own = await ownAt(db, row.shop, row.ownVersion)
  return { scope: { ...scope, ...(own ? { own } : {}) } as unknown as Scope, expires }
}

/** Drops sessions that are over. */
export const pruneSessions = async (db: Database, now: number): Promise<void> => {
  await db.delete(sessions).where(lt(sessions.expires, new Date(now).toISOString()))
}
