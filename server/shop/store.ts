import { and, eq, isNull } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { choiceFaults } from '#core/catalogue/choice-faults.ts'
import type { About } from '#core/shop/about.ts'
import { goneFrom, type OwnChange, ownChanges } from '#core/shop/changes.ts'
import { ownFaults } from '#core/shop/check.ts'
import { labourOf } from '#core/shop/prices.ts'
import { nothingOwn, type Own } from '#core/shop/schema.ts'
import type { Machine, SetUp } from '#core/shop/set-up.ts'
import { BadInput, type Fault } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { equipment, owns, people, shops } from '#server/database/schema.ts'
import { inTransaction, type Transaction } from '#server/database/transaction.ts'
import { note } from '#server/http/audit.ts'
import { Problem } from '#server/http/problem.ts'
import { may } from '#server/http/roles.ts'
import type { Scope } from '#server/http/scope.ts'
import { hashSecret } from '#server/http/secrets.ts'
import { announce } from '#server/http/store/changes.ts'
import { ownAt } from '#server/http/store/own.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { judgeZone } from '#server/http/zone.ts'
import type { SetUpLook, ShopView } from './views.ts'

type Reader = Database | Transaction

const machinesOf = (db: Reader, scope: Scope): Promise<Machine[]> =>
  db
    .select({
      kind: equipment.kind,
      count: equipment.count,
      home: equipment.home,
      broken: equipment.broken,
      upkeep: equipment.upkeep,
    })
    .from(equipment)
    .where(eq(equipment.shop, scope.shop))
    .orderBy(equipment.kind)

async function rowOf(db: Reader, scope: Scope, lock = false) {
  const query = db.select().from(shops).where(eq(shops.id, scope.shop))
  const [row] = await (lock ? query.for('update') : query)
  return row!
}

/** What the shop is, writes and has. */
export async function shopOf(db: Database, scope: Scope): Promise<ShopView> {
  const { name, code, timeZone, about, ownVersion } = await rowOf(db, scope)
  const own = (await ownAt(db, scope.shop, ownVersion)) ?? nothingOwn
  const labour = may(scope.role, 'shop.write')
    ? labourOf(
        (await crewOf(db, scope)).flatMap((p) => (p.shifts.length > 0 || p.week ? [p.hour] : [])),
        about?.hour,
      )
    : undefined
  return {
    name,
    code,
    timeZone,
    about,
    own,
    version: ownVersion,
    machines: await machinesOf(db, scope),
    ...(labour === undefined ? {} : { labour }),
  }
}

/** Sessions carry what the shop is and writes: every server forgets them, and every screen asks again. */
async function tellShop(tx: Transaction, scope: Scope) {
  await announce(tx, { shop: scope.shop, topic: 'people' })
  await announce(tx, { shop: scope.shop, topic: 'shop' })
}

export async function keepAbout(
  db: Database,
  scope: Scope,
  { name, timeZone, about }: { name: string; timeZone: string; about: About },
): Promise<void> {
  judgeZone(timeZone)
  await inTransaction(db, async (tx) => {
    const before = await rowOf(tx, scope, true)
    await tx.update(shops).set({ name, timeZone, about }).where(eq(shops.id, scope.shop))
    const said = [
      ...(before.name === name ? [] : [`${before.name} → ${name}`]),
      ...(before.timeZone === timeZone ? [] : [`${before.timeZone} → ${timeZone}`]),
    ]
    if (said.length > 0)
      await note(tx, {
        shop: scope.shop,
        what: 'shop-changed',
        by: scope.person,
        detail: said.join(', ').slice(0, 190),
      })
    await tellShop(tx, scope)
  })
}

const said = ({ name, id, field, from, to }: OwnChange) =>
  `${name || id}${field ? ` ${field}` : ''}: ${from ?? 'nothing'} → ${to ?? 'nothing'}`

/** Writes the next version, with every change of it in the audit; nothing that history refers to goes. */
async function writeOwn(
  tx: Transaction,
  scope: Scope,
  { version, own }: { version: number; own: Own },
  now: string,
): Promise<void> {
  const { ownVersion } = await rowOf(tx, scope, true)
  if (ownVersion !== version)
    throw new Problem(409, 'stale', 'Somebody else changed this meanwhile. Look at theirs, then write yours again.')
  const before = (await ownAt(tx, scope.shop, version)) ?? nothingOwn
  const gone = goneFrom(before, own)
  if (gone.length > 0)
    throw new Problem(
      409,
      'history',
      'What was used once is retired, never taken away: old bottles and sheets name it.',
    )
  const changes = ownChanges(before, own)
  if (changes.length === 0) return
  await tx.insert(owns).values({ shop: scope.shop, version: version + 1, own, by: scope.person, at: now })
  await tx
    .update(shops)
    .set({ ownVersion: version + 1 })
    .where(eq(shops.id, scope.shop))
  for (const change of changes)
    await note(tx, { shop: scope.shop, what: 'own-changed', by: scope.person, detail: said(change).slice(0, 190) })
  await tellShop(tx, scope)
}

const refuse = (faults: Fault[], at: string) => {
  if (faults.length > 0) throw new BadInput(faults.map((f) => ({ ...f, pointer: `${at}${f.pointer}` })))
}

/** @throws BadInput by the field that is wrong; Problem when somebody else wrote meanwhile */
export async function keepOwn(
  db: Database,
  scope: Scope,
  wanted: { version: number; own: Own },
  shipped: Catalogue,
  now: string,
): Promise<void> {
  refuse(ownFaults(wanted.own, shipped), '/own')
  await inTransaction(db, (tx) => writeOwn(tx, scope, wanted, now))
}

/** What is wrong in a list of machines, each by its place. */
function machineFaults(machines: readonly Machine[], { equipment: known }: Catalogue): Fault[] {
  return machines.flatMap(({ kind, count, broken }, i) => {
    const pointer = `/${i}`
    if (!known.some((e) => e.id === kind))
      return [{ pointer: `${pointer}/kind`, message: `No machine is called “${kind}”.` }]
    if (machines.findIndex((m) => m.kind === kind) < i)
      return [{ pointer: `${pointer}/kind`, message: `“${kind}” stands here twice.` }]
    return broken && broken.count > count
      ? [{ pointer: `${pointer}/broken/count`, message: `${broken.count} are broken and there are ${count}.` }]
      : []
  })
}

const counts = (machines: readonly Machine[]) => new Map(machines.map((m) => [m.kind, JSON.stringify(m)]))

async function writeMachines(tx: Transaction, scope: Scope, machines: readonly Machine[]): Promise<void> {
  const before = counts(await machinesOf(tx, scope))
  const after = counts(machines)
  await tx.delete(equipment).where(eq(equipment.shop, scope.shop))
  if (machines.length > 0) await tx.insert(equipment).values(machines.map((m) => ({ ...m, shop: scope.shop })))
  const changed = [...new Set([...before.keys(), ...after.keys()])].filter((k) => before.get(k) !== after.get(k))
  if (changed.length === 0) return
  await note(tx, { shop: scope.shop, what: 'kit-changed', by: scope.person, detail: changed.join(', ').slice(0, 190) })
  await announce(tx, { shop: scope.shop, topic: 'shop' })
  await announce(tx, { shop: scope.shop, topic: 'plan' })
}

/** The whole list of machines, as it stands now. */
export async function keepMachines(
  db: Database,
  scope: Scope,
  machines: readonly Machine[],
  shipped: Catalogue,
): Promise<void> {
  refuse(machineFaults(machines, shipped), '/machines')
  await inTransaction(db, (tx) => writeMachines(tx, scope, machines))
}

const crewOf = (db: Reader, scope: Scope) =>
  db
    .select()
    .from(people)
    .where(and(eq(people.shop, scope.shop), isNull(people.left)))
    .orderBy(people.login)

/** The shop as a file another shop can take. */
export async function setUpOf(db: Database, scope: Scope): Promise<SetUp> {
  const { name, timeZone, about, own, machines } = await shopOf(db, scope)
  const { houseRules, rates } = await rowOf(db, scope)
  const crew = await crewOf(db, scope)
  return {
    kind: 'shop set-up',
    name,
    timeZone,
    about,
    houseRules,
    rates,
    own,
    machines,
    people: crew.map(({ login, name: called, role, skills, shifts, week, daysOff, trainee, hour }) => ({
      login,
      name: called,
      role,
      skills,
      shifts,
      week,
      daysOff: daysOff ?? [],
      trainee,
      ...(hour === null ? {} : { hour }),
    })),
  }
}

const text = (value: unknown) => (value === undefined || value === null ? null : JSON.stringify(value))

/** What a file's own things and ours are together: theirs stand, and of ours what theirs does not have is retired. */
function joined(ours: Own, theirs: Own): Own {
  const with_ = <T extends { id: string; retired: boolean }>(mine: readonly T[], other: readonly T[]): T[] => [
    ...other,
    ...mine.filter((m) => !other.some((o) => o.id === m.id)).map((m) => ({ ...m, retired: true })),
  ]
  return {
    ...theirs,
    products: with_(ours.products, theirs.products),
    made: with_(ours.made, theirs.made),
    packages: with_(ours.packages, theirs.packages),
    checks: with_(ours.checks, theirs.checks),
  }
}

function setUpFaults({ own, machines, people: crew, houseRules }: SetUp, shipped: Catalogue): Fault[] {
  const at = (pointer: string, faults: Fault[]) => faults.map((f) => ({ ...f, pointer: `${pointer}${f.pointer}` }))
  return [
    ...at('/own', ownFaults(own, shipped)),
    ...at('/machines', machineFaults(machines, shipped)),
    ...crew.flatMap(({ skills }, i) =>
      skills
        .filter((s) => !shipped.skills.some((k) => k.id === s))
        .map((s) => ({ pointer: `/people/${i}/skills`, message: `No skill is called “${s}”.` })),
    ),
    ...choiceFaults(houseRules, shipped, '/houseRules'),
  ]
}

/** What would be otherwise after taking a file, before anything is taken. */
export async function lookAtSetUp(db: Database, scope: Scope, wanted: SetUp, shipped: Catalogue): Promise<SetUpLook> {
  refuse(setUpFaults(wanted, shipped), '/setUp')
  judgeZone(wanted.timeZone)
  const ours = await setUpOf(db, scope)
  const plain = (['name', 'timeZone', 'about', 'rates'] as const).flatMap((field) =>
    text(ours[field]) === text(wanted[field])
      ? []
      : [{ part: 'shop', id: field, name: '', field, from: text(ours[field]), to: text(wanted[field]) }],
  )
  const rules = [...new Set([...Object.keys(ours.houseRules), ...Object.keys(wanted.houseRules)])].flatMap((id) =>
    ours.houseRules[id] === wanted.houseRules[id]
      ? []
      : [
          {
            part: 'houseRules',
            id,
            name: '',
            field: '',
            from: ours.houseRules[id] ?? null,
            to: wanted.houseRules[id] ?? null,
          },
        ],
  )
  const [had, gets] = [counts(ours.machines), counts(wanted.machines)]
  const kit = [...new Set([...had.keys(), ...gets.keys()])].flatMap((kind) => {
    const of = (list: readonly Machine[]) => list.find((m) => m.kind === kind)?.count.toString() ?? null
    return had.get(kind) === gets.get(kind)
      ? []
      : [{ part: 'machines', id: kind, name: '', field: '', from: of(ours.machines), to: of(wanted.machines) }]
  })
  return {
    differences: [...plain, ...rules, ...kit, ...ownChanges(ours.own, joined(ours.own, wanted.own))],
    newPeople: wanted.people.filter((p) => !ours.people.some((o) => o.login === p.login)).map((p) => p.name),
  }
}

/**
 * Takes a file: all of it or nothing. Who is here stays, with the file's hours and skills; who is new comes with a PIN that the owner hands out;
 * nobody becomes an owner by a file.
 */
export async function takeSetUp(
  db: Database,
  scope: Scope,
  { setUp: wanted, pin }: { setUp: SetUp; pin: string },
  shipped: Catalogue,
  now: string,
): Promise<void> {
  refuse(setUpFaults(wanted, shipped), '/setUp')
  judgeZone(wanted.timeZone)
  const pinHash = await hashSecret(pin)
  await inTransaction(db, async (tx) => {
    const row = await rowOf(tx, scope, true)
    const ours = (await ownAt(tx, scope.shop, row.ownVersion)) ?? nothingOwn
    await tx
      .update(shops)
      .set({
        name: wanted.name,
        timeZone: wanted.timeZone,
        about: wanted.about,
        houseRules: wanted.houseRules,
        rates: wanted.rates,
      })
      .where(eq(shops.id, scope.shop))
    await writeOwn(tx, scope, { version: row.ownVersion, own: joined(ours, wanted.own) }, now)
    await writeMachines(tx, scope, wanted.machines)
    const here = await crewOf(tx, scope)
    for (const { login, role, ...hand } of wanted.people) {
      const known = here.find((p) => p.login === login)
      if (known)
        await tx
          .update(people)
          .set(hand)
          .where(and(eq(people.shop, scope.shop), eq(people.id, known.id)))
      else
        await tx.insert(people).values({
          ...hand,
          id: uuidv7(),
          shop: scope.shop,
          login,
          role: role === 'owner' ? 'lead' : role,
          pinHash,
          passwordHash: null,
        })
    }
    await note(tx, { shop: scope.shop, what: 'set-up-taken', by: scope.person, detail: wanted.name })
    await tellShop(tx, scope)
  })
}
