import { createHash, randomBytes } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people, sessions, shops } from '#server/database/schema.ts'
import type { Role } from './roles.ts'

declare const made: unique symbol
/** Who asks, and for which shop. Every store function takes one, and only a session makes one. */
export interface Scope {
  readonly [made]: true
  readonly shop: string
  readonly shopName: string
  readonly timeZone: string
  readonly houseRules: Record<string, string>
  readonly person: string
  readonly name: string
  readonly role: Role
}

/** What a scope is made of, for whoever has established a person: the session here, and the demonstration's seed. */
export const scopeColumns = {
  shop: shops.id,
  shopName: shops.name,
  timeZone: shops.timeZone,
  houseRules: shops.houseRules,
  person: people.id,
  name: people.name,
  role: people.role,
}

const hours = 12
export const sessionCookie = 'chamomile_session'
export const sessionSeconds = hours * 3600

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex')

/** Opens a session and returns its token, which is stored only as a hash. */
export async function openSession(db: Database, person: { id: string; shop: string }): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  const expires = new Date(Date.now() + hours * 3_600_000).toISOString()
  await db.insert(sessions).values({ tokenHash: hashOf(token), shop: person.shop, person: person.id, expires })
  return token
}

export async function closeSession(db: Database, token: string): Promise<void> {
  await db.delete(sessions).where(eq(sessions.tokenHash, hashOf(token)))
}

/** The scope of a session token, or undefined when it is unknown or over. */
export async function scopeOf(db: Database, token: string): Promise<Scope | undefined> {
  const [row] = await db
    .select({ ...scopeColumns, expires: sessions.expires })
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.person))
    .innerJoin(shops, eq(shops.id, sessions.shop))
    .where(eq(sessions.tokenHash, hashOf(token)))
  if (!row || row.expires < new Date().toISOString()) return undefined
  const { expires: _expires, ...scope } = row
  return scope as unknown as Scope
}
