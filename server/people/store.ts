import { hash, verify } from '@node-rs/argon2'
import { and, eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { people, shops } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'

/** Argon2id, 19 MiB, two passes (OWASP's smaller profile): about 30 ms here, so that a PIN cannot be tried at speed. */
export const hashPin = (pin: string): Promise<string> => hash(pin, { memoryCost: 19_456, timeCost: 2, parallelism: 1 })

let decoy: string | undefined

/** The person whom shop code, login and PIN belong to. Unknown names cost as much time as wrong PINs. */
export async function personByPin(
  db: Database,
  shop: string,
  login: string,
  pin: string,
): Promise<{ id: string; shop: string } | undefined> {
  const [row] = await db
    .select({ id: people.id, shop: people.shop, pinHash: people.pinHash })
    .from(people)
    .innerJoin(shops, eq(shops.id, people.shop))
    .where(and(eq(shops.code, shop), eq(people.login, login)))
  decoy ??= await hashPin('no such person')
  const right = await verify(row?.pinHash ?? decoy, pin)
  return row && right ? { id: row.id, shop: row.shop } : undefined
}

/** Everyone of the shop. */
export function peopleOf(db: Database, scope: Scope) {
  return db
    .select({ id: people.id, name: people.name, role: people.role, skills: people.skills, shifts: people.shifts })
    .from(people)
    .where(eq(people.shop, scope.shop))
    .orderBy(people.name)
}
