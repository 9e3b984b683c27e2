import { and, eq, isNull, or, sql } from 'drizzle-orm'
import { shopCode } from '#core/shop/code.ts'
import type { Database } from '#server/database/connection.ts'
import { attempts, containers, devices, equipment, marks, people, shops } from '#server/database/schema.ts'
import { inTransaction, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import { note } from '#server/http/audit.ts'
import { Problem } from '#server/http/problem.ts'
import type { Device } from '#server/http/scope.ts'
import { hashSecret, newToken, secretMatches, tokenHash } from '#server/http/secrets.ts'
import { openSession } from '#server/http/store/sessions.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { firstContainers, firstEquipment } from '#server/people/first-kit.ts'

/** Nobody's id: failures at enrolment are counted against it. */
const nobody = '00000000-0000-7000-8000-000000000000'
const freeTries = 3
const lockAfter = 10
const firstPause = 5_000

/** Milliseconds after the last failure until the next try: none for the first three, then doubling. */
export const pauseAfter = (failures: number): number =>
  failures < freeTries ? 0 : firstPause * 2 ** (failures - freeTries)
const isLocked = (failures: number) => failures >= lockAfter

export interface FirstShop {
  shopName: string
  code: string
  timeZone: string
  ownerName: string
  login: string
  password: string
  pin: string
  deviceName: string
}

export const noShopYet = async (db: Database): Promise<boolean> =>
  (await db.select({ id: shops.id }).from(shops).limit(1)).length === 0

async function letIn(
  tx: Transaction,
  device: { shop: string; name: string; by: string; now: string },
): Promise<string> {
  const token = newToken()
  const id = uuidv7()
  await tx.insert(devices).values({
    id,
    shop: device.shop,
    name: device.name,
    tokenHash: tokenHash(token),
    enrolledBy: device.by,
    enrolled: device.now,
  })
  await note(tx, { shop: device.shop, what: 'device-enrolled', by: device.by, device: id, detail: device.name })
  return token
}

/** The first visit: makes the shop, its owner and a first set of equipment, and lets this device in. Only while there is no shop. */
export async function openShop(db: Database, first: FirstShop, now: string): Promise<string> {
  const [passwordHash, pinHash] = await Promise.all([hashSecret(first.password), hashSecret(first.pin)])
  const exists = new Problem(409, 'shop-exists', 'This place has its shop already. Ask its owner to enrol your device.')
  try {
    return await inTransaction(db, async (tx) => {
      if ((await tx.select({ id: shops.id }).from(shops).limit(1)).length > 0) throw exists
      // Of two first visits at once the second waits here for the first to commit, and then finds the mark.
      await tx.insert(marks).values({ name: 'first-shop', at: now })
      const [shop, owner] = [uuidv7(), uuidv7()]
      await tx
        .insert(shops)
        .values({ id: shop, code: first.code, name: first.shopName, timeZone: first.timeZone, houseRules: {} })
      await tx.insert(people).values({
        id: owner,
        shop,
        login: first.login,
        name: first.ownerName,
        role: 'owner',
        pinHash,
        passwordHash,
        skills: [],
        shifts: [],
      })
      await tx.insert(equipment).values(firstEquipment.map((e) => ({ ...e, shop })))
      await tx.insert(containers).values(firstContainers.map((c) => ({ ...c, id: uuidv7(), shop })))
      await note(tx, { shop, what: 'shop-opened', person: owner })
      return letIn(tx, { shop, name: first.deviceName, by: owner, now })
    })
  } catch (error) {
    throw isDuplicate(error) ? exists : error
  }
}

async function failuresOf(db: Database, person: string, device: string) {
  const [row] = await db
    .select()
    .from(attempts)
    .where(and(eq(attempts.person, person), eq(attempts.device, device)))
  return row
}

/** @throws Problem 429 while a pause runs or after too many wrong tries in a row */
function refuseTooSoon(row: { failures: number; last: string } | undefined, now: number, unlock: string) {
  if (!row) return
  if (isLocked(row.failures)) throw new Problem(429, 'locked', `Too many wrong tries. ${unlock}`)
  const wait = Date.parse(row.last) + pauseAfter(row.failures) - now
  if (wait > 0)
    throw new Problem(429, 'wait', `Too many wrong tries. Wait ${Math.ceil(wait / 1000)} s and try again.`, [], {
      retryAfter: Math.ceil(wait / 1000),
    })
}

/** Counts a failure; concurrent tries all count. @returns failures in a row */
async function fail(db: Database, person: string, device: string): Promise<number> {
  const last = new Date().toISOString()
  await db
    .insert(attempts)
    .values({ person, device, failures: 1, last })
    .onDuplicateKeyUpdate({ set: { failures: sql`failures + 1`, last } })
  return (await failuresOf(db, person, device))?.failures ?? 1
}

const forgive = (db: Database, person: string, device: string) =>
  db.delete(attempts).where(and(eq(attempts.person, person), eq(attempts.device, device)))

/** The owner lets a device in with shop, login and password. @returns the device's token, or undefined when they do not go together */
export async function enrol(
  db: Database,
  body: { shop: string; login: string; password: string; deviceName: string },
  now: string,
): Promise<string | undefined> {
  const [row] = await db
    .select({ id: people.id, shop: people.shop, passwordHash: people.passwordHash, role: people.role })
    .from(people)
    .innerJoin(shops, eq(shops.id, people.shop))
    .where(
      and(
        // By its short name, or as it is called.
        or(eq(shops.code, shopCode(body.shop)), eq(shops.name, body.shop)),
        eq(people.login, body.login),
        isNull(people.left),
      ),
    )
    .orderBy(sql`${shops.code} = ${shopCode(body.shop)} desc`)
  const key = row?.id ?? nobody
  refuseTooSoon(
    await failuresOf(db, key, nobody),
    Date.parse(now),
    'Try again from a device that is enrolled, where the owner can unlock it.',
  )
  const right = await secretMatches(row?.role === 'owner' ? row.passwordHash : undefined, body.password)
  if (!row || !right) {
    if (row) {
      await fail(db, key, nobody)
      await note(db, { shop: row.shop, what: 'device-refused', person: row.id, detail: body.deviceName })
    }
    return undefined
  }
  await forgive(db, row.id, nobody)
  return inTransaction(db, (tx) => letIn(tx, { shop: row.shop, name: body.deviceName, by: row.id, now }))
}

/** Names for the door of an enrolled device; there are none before enrolment. */
export const namesAt = (db: Database, device: Device) =>
  db
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(and(eq(people.shop, device.shop), isNull(people.left)))
    .orderBy(people.name)

/** A person signs in on an enrolled device with a PIN. @returns the session's token, or undefined when the PIN is wrong */
export async function signIn(
  db: Database,
  device: Device,
  person: string,
  pin: string,
  now: string,
): Promise<string | undefined> {
  const [row] = await db
    .select({ id: people.id, pinHash: people.pinHash })
    .from(people)
    .where(and(eq(people.shop, device.shop), eq(people.id, person), isNull(people.left)))
  // Strangers' ids count against the device alone, so that trying ids is slowed down as well.
  const key = row?.id ?? nobody
  refuseTooSoon(await failuresOf(db, key, device.id), Date.parse(now), 'The owner can unlock it under People.')
  if (!(await secretMatches(row?.pinHash, pin)) || !row) {
    const failures = await fail(db, key, device.id)
    await note(db, {
      shop: device.shop,
      what: isLocked(failures) ? 'locked' : 'sign-in-failed',
      person: row?.id ?? null,
      device: device.id,
      detail: `${failures} in a row`,
    })
    return undefined
  }
  await forgive(db, row.id, device.id)
  await note(db, { shop: device.shop, what: 'signed-in', person: row.id, device: device.id })
  return openSession(db, row.id, device)
}
