import { and, desc, eq, gt, isNotNull, isNull, lt } from 'drizzle-orm'
import type { Away, DayOff, Stretches, Week } from '#core/shop/week.ts'
import { dayIn } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { attempts, audit, devices, people, sessions } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { note } from '#server/http/audit.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Role } from '#server/http/roles.ts'
import type { Scope } from '#server/http/scope.ts'
import { hashSecret } from '#server/http/secrets.ts'
import { announce } from '#server/http/store/changes.ts'
import type { PersonView } from '#server/people/views.ts'

/** Everyone of the shop, those who left too; what was never said of somebody is left out. */
export async function peopleOf(db: Database, scope: Scope): Promise<PersonView[]> {
  const rows = await db
    .select({
      id: people.id,
      login: people.login,
      name: people.name,
      role: people.role,
      skills: people.skills,
      shifts: people.shifts,
      week: people.week,
      daysOff: people.daysOff,
      away: people.away,
      vouched: people.vouched,
      trainee: people.trainee,
      hour: people.hour,
      left: people.left,
    })
    .from(people)
    .where(eq(people.shop, scope.shop))
    .orderBy(people.name)
  return rows.map(({ week, daysOff, away, vouched, trainee, hour, left, ...row }) => ({
    ...row,
    ...(week ? { week } : {}),
    ...(daysOff ? { daysOff } : {}),
    ...(away?.length ? { away } : {}),
    ...(vouched ? { vouched } : {}),
    ...(trainee ? { trainee } : {}),
    ...(hour !== null && scope.role === 'owner' ? { hour } : {}),
    ...(left ? { left } : {}),
  }))
}

async function personOf(db: Database, scope: Scope, id: string) {
  const person = (await peopleOf(db, scope)).find((p) => p.id === id)
  if (!person) throw notFound('person')
  return person
}

export interface NewPerson {
  id: string
  login: string
  name: string
  role: Role
  pin: string
  skills: string[]
  shifts: [number, number][]
}

/** Adds somebody. Sent twice with one id it is one person. */
export async function addPerson(db: Database, scope: Scope, { pin, ...person }: NewPerson): Promise<void> {
  const pinHash = await hashSecret(pin)
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(people).values({ ...person, shop: scope.shop, pinHash, passwordHash: null })
      await note(tx, {
        shop: scope.shop,
        what: 'person-added',
        person: person.id,
        by: scope.person,
        detail: `${person.name}, ${person.role}`,
      })
      await announce(tx, { shop: scope.shop, topic: 'people' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
    const there = (await peopleOf(db, scope)).find((p) => p.id === person.id)
    if (!there)
      throw new Problem(409, 'login-taken', `"${person.login}" is taken here. Choose another sign-in name.`, [
        { pointer: '/login', message: 'Taken.' },
      ])
  }
}

/** Changes what somebody may do. The last owner stays one. */
export async function changeRole(db: Database, scope: Scope, id: string, role: Role): Promise<void> {
  await inTransaction(db, async (tx) => {
    const all = await tx
      .select({ id: people.id, role: people.role, left: people.left })
      .from(people)
      .where(eq(people.shop, scope.shop))
      .for('update')
    const person = all.find((p) => p.id === id)
    if (!person) throw notFound('person')
    if (person.role === role) return
    if (person.role === 'owner' && all.filter((p) => p.role === 'owner' && p.left === null).length === 1)
      throw new Problem(409, 'last-owner', 'A shop keeps at least one owner.')
    await tx
      .update(people)
      .set({ role })
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
    await note(tx, {
      shop: scope.shop,
      what: 'role-changed',
      person: id,
      by: scope.person,
      detail: `${person.role} → ${role}`,
    })
    await announce(tx, { shop: scope.shop, topic: 'people' })
  })
}

/** Days of absence that are kept: what is long over is nobody's business any more. */
const daysKept = 60

/** Says when somebody is not there on a day; what the plan and their screen make of it is asked again. */
export async function setAway(
  db: Database,
  scope: Scope,
  id: string,
  day: string,
  away: readonly Omit<Away, 'day'>[],
): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [before] = await tx
      .select({ away: people.away })
      .from(people)
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
      .for('update')
    if (!before) throw notFound('person')
    const others = (before.away ?? []).filter((a) => a.day !== day)
    const all = [...others, ...away.map((a) => ({ day, ...a }))].sort((a, b) => (a.day < b.day ? -1 : 1))
    await tx
      .update(people)
      .set({ away: all.slice(-daysKept) })
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
    const said = away.map(({ from, to, there }) => `${there ? '+' : ''}${clock(from)}–${clock(to)}`).join(', ')
    await note(tx, { shop: scope.shop, what: 'away', person: id, by: scope.person, detail: `${day} ${said}`.trim() })
    await announce(tx, { shop: scope.shop, topic: 'people' })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
  })
}

const clock = (minute: number) =>
  `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`

export interface PersonChange {
  name: string
  skills: string[]
  shifts: Stretches
  week: Week | null
  daysOff: DayOff[]
  trainee: boolean
  hour?: number | null
}

/** Keeps what is said of somebody; a skill that is new is vouched for by whoever enters it. */
export async function changePerson(
  db: Database,
  scope: Scope,
  id: string,
  change: PersonChange,
  now: string,
): Promise<void> {
  const on = dayIn(scope.timeZone, now)
  await inTransaction(db, async (tx) => {
    const [before] = await tx
      .select()
      .from(people)
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
      .for('update')
    if (!before) throw notFound('person')
    const vouched = Object.fromEntries(
      change.skills.map((skill) => [
        skill,
        before.skills.includes(skill) ? (before.vouched?.[skill] ?? { by: '', on: '' }) : { by: scope.name, on },
      ]),
    )
    await tx
      .update(people)
      .set({ ...change, vouched })
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
    const skills = [
      ...change.skills.filter((s) => !before.skills.includes(s)).map((s) => `+ ${s}`),
      ...before.skills.filter((s) => !change.skills.includes(s)).map((s) => `− ${s}`),
    ]
    const said = [
      ...(before.name === change.name ? [] : [`${before.name} → ${change.name}`]),
      ...skills,
      ...(before.trainee === change.trainee ? [] : [change.trainee ? 'trainee' : 'no trainee any more']),
    ]
    await note(tx, {
      shop: scope.shop,
      what: 'person-changed',
      person: id,
      by: scope.person,
      detail: said.join(', ').slice(0, 190),
    })
    await announce(tx, { shop: scope.shop, topic: 'people' })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
  })
}

/** A new PIN from the owner: wrong tries are forgiven, open sessions end. */
export async function resetPin(db: Database, scope: Scope, id: string, pin: string): Promise<void> {
  await personOf(db, scope, id)
  const pinHash = await hashSecret(pin)
  await inTransaction(db, async (tx) => {
    await tx
      .update(people)
      .set({ pinHash })
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
    await tx.delete(attempts).where(eq(attempts.person, id))
    // Whoever resets their own stays signed in.
    if (id !== scope.person)
      await tx.delete(sessions).where(and(eq(sessions.shop, scope.shop), eq(sessions.person, id)))
    await note(tx, { shop: scope.shop, what: 'pin-changed', person: id, by: scope.person })
    await announce(tx, { shop: scope.shop, topic: 'people' })
  })
}

/** Somebody leaves, or comes back. What they did stays theirs; the last owner cannot go. */
export async function setLeft(db: Database, scope: Scope, id: string, left: string | null): Promise<void> {
  await inTransaction(db, async (tx) => {
    const all = await tx
      .select({ id: people.id, role: people.role, left: people.left, name: people.name })
      .from(people)
      .where(eq(people.shop, scope.shop))
      .for('update')
    const person = all.find((p) => p.id === id)
    if (!person) throw notFound('person')
    if ((person.left === null) === (left === null)) return
    const owners = all.filter((p) => p.role === 'owner' && p.left === null)
    if (left !== null && owners.length === 1 && owners[0]!.id === id)
      throw new Problem(409, 'last-owner', 'A shop keeps at least one owner.')
    await tx
      .update(people)
      .set({ left })
      .where(and(eq(people.shop, scope.shop), eq(people.id, id)))
    if (left !== null) await tx.delete(sessions).where(and(eq(sessions.shop, scope.shop), eq(sessions.person, id)))
    await note(tx, {
      shop: scope.shop,
      what: left === null ? 'person-returned' : 'person-left',
      person: id,
      by: scope.person,
      detail: person.name,
    })
    await announce(tx, { shop: scope.shop, topic: 'people' })
    await announce(tx, { shop: scope.shop, topic: 'plan' })
  })
}

/** Forgives somebody's wrong tries, on every device. */
export async function unlock(db: Database, scope: Scope, id: string): Promise<void> {
  await personOf(db, scope, id)
  await db.delete(attempts).where(eq(attempts.person, id))
  await note(db, { shop: scope.shop, what: 'unlocked', person: id, by: scope.person })
}

const sessionColumns = {
  id: sessions.id,
  person: people.name,
  personId: people.id,
  device: devices.name,
  begun: sessions.begun,
  expires: sessions.expires,
}

/** Sessions that still count: one's own, or for an owner everybody's. */
export async function sessionsOf(db: Database, scope: Scope) {
  const mine = scope.role === 'owner' ? undefined : eq(sessions.person, scope.person)
  const rows = await db
    .select(sessionColumns)
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.person))
    .innerJoin(devices, and(eq(devices.id, sessions.device), isNull(devices.revoked)))
    .where(and(eq(sessions.shop, scope.shop), gt(sessions.expires, new Date().toISOString()), mine))
    .orderBy(desc(sessions.begun))
  return rows.map((row) => ({ ...row, current: row.id === scope.session }))
}

/** Ends a session: one's own, or for an owner anybody's. */
export async function endSession(db: Database, scope: Scope, id: string): Promise<void> {
  const session = (await sessionsOf(db, scope)).find((s) => s.id === id)
  if (!session) throw notFound('session')
  await inTransaction(db, async (tx) => {
    await tx.delete(sessions).where(and(eq(sessions.shop, scope.shop), eq(sessions.id, id)))
    await note(tx, {
      shop: scope.shop,
      what: 'session-ended',
      person: session.personId,
      by: scope.person,
      detail: session.device,
    })
    await announce(tx, { shop: scope.shop, topic: 'people' })
  })
}

const deviceColumns = { id: devices.id, name: devices.name, enrolled: devices.enrolled, revoked: devices.revoked }
/** Devices that were sent away are history: so many of the latest are shown. */
const sentAway = 50

/** Every device that is let in, and the latest of those sent away, newest first. */
export async function devicesOf(db: Database, scope: Scope) {
  const ours = eq(devices.shop, scope.shop)
  const here = await db
    .select(deviceColumns)
    .from(devices)
    .where(and(ours, isNull(devices.revoked)))
  const gone = await db
    .select(deviceColumns)
    .from(devices)
    .where(and(ours, isNotNull(devices.revoked)))
    .orderBy(desc(devices.revoked))
    .limit(sentAway)
  return [...here, ...gone].sort((a, b) => b.enrolled.localeCompare(a.enrolled))
}

/** Sends a device away: its sessions end with it. */
export async function revokeDevice(db: Database, scope: Scope, id: string, now: string): Promise<void> {
  const device = (await devicesOf(db, scope)).find((d) => d.id === id && d.revoked === null)
  if (!device) throw notFound('device')
  await inTransaction(db, async (tx) => {
    await tx
      .update(devices)
      .set({ revoked: now })
      .where(and(eq(devices.shop, scope.shop), eq(devices.id, id)))
    await tx.delete(sessions).where(and(eq(sessions.shop, scope.shop), eq(sessions.device, id)))
    await note(tx, { shop: scope.shop, what: 'device-revoked', by: scope.person, device: id, detail: device.name })
    await announce(tx, { shop: scope.shop, topic: 'people' })
  })
}

/** The audit trail, newest first, a page at a time. @param before only entries older than this number */
export async function auditOf(db: Database, scope: Scope, before: number | undefined) {
  const rows = await db
    .select()
    .from(audit)
    .where(and(eq(audit.shop, scope.shop), before === undefined ? undefined : lt(audit.seq, before)))
    .orderBy(desc(audit.seq))
    .limit(51)
  const page = rows.slice(0, 50).map(({ shop: _shop, ...row }) => row)
  return { entries: page, next: rows.length > 50 ? page.at(-1)!.seq : null }
}
