import { and, desc, eq, inArray, max } from 'drizzle-orm'
import { keepsUntil, vesselFindings } from '#core/chemistry/vessel.ts'
import { pointFaults } from '#core/mixing/fill-curve.ts'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { batches, containers, type Outline, people, rinses } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { announce } from '#server/http/live.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import type { ContainerView, ContentView } from './views.ts'

type Listed = readonly { id: string }[]

/** The latest batch of each container, however long ago. */
async function lastBatches(db: Database, list: Listed) {
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
        .where(eq(batches.container, id))
        .orderBy(desc(batches.made), desc(batches.id))
        .limit(1),
    ),
  )
  return new Map(list.flatMap(({ id }, i) => (found[i]![0] ? [[id, found[i]![0]] as const] : [])))
}

async function lastRinses(db: Database, list: Listed) {
  if (list.length === 0) return new Map<string, string>()
  const ids = list.map((c) => c.id)
  const rows = await db
    .select({ container: rinses.container, at: max(rinses.at) })
    .from(rinses)
    .where(inArray(rinses.container, ids))
    .groupBy(rinses.container)
  return new Map(rows.flatMap((r) => (r.at === null ? [] : [[r.container, r.at] as const])))
}

/** The shop's containers, the smallest first, with what stands in each. */
export async function containersOf(db: Database, scope: Scope, now: string): Promise<ContainerView[]> {
  const rows = await db.select().from(containers).where(eq(containers.shop, scope.shop)).orderBy(containers.capacity)
  const [made, rinsed] = await Promise.all([lastBatches(db, rows), lastRinses(db, rows)])
  return rows.map(({ shop: _shop, ...container }) => {
    const last = made.get(container.id)
    const rinse = rinsed.get(container.id)
    const content: ContentView | null =
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
/** Refuses what may not go into a container as it stands: a hard stop, or until a rinse is recorded. */
export function judgeContent(container: ContainerView, productId: string, catalogue: Catalogue): void {
  const adding = catalogue.products.find((p) => p.id === productId)
  if (!adding) return
  const content = container.content
    ? (catalogue.products.find((p) => p.id === container.content!.product) ?? 'unknown')
    : null
  const [worst] = vesselFindings(content, adding, catalogue.neverMix, { rinsed: false, closed: true }).sort(
    (a, b) => Number(b.kind === 'stop') - Number(a.kind === 'stop'),
  )
  if (worst)
    throw new Problem(409, worst.kind === 'stop' ? 'never-mix' : 'rinse-first', `${worst.reason} ${worst.remedy}`, [
      { pointer: '/container', message: worst.reason },
    ])
}

/** Writes down that a container was emptied and rinsed. Sent twice, it is one rinse. */
export async function rinseContainer(
  db: Database,
  scope: Scope,
  id: string,
  rinse: string,
  now: string,
): Promise<void> {
  const [row] = await db
    .select({ id: containers.id })
    .from(containers)
    .where(and(eq(containers.shop, scope.shop), eq(containers.id, id)))
  if (!row) throw notFound('container')
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(rinses).values({ id: rinse, shop: scope.shop, container: id, author: scope.person, at: now })
      await announce(tx, { shop: scope.shop, topic: 'mixing' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
}

interface Wanted {
  id: string
  version: number
  name: string
  capacity: number
  graduation: number
  outline: Outline
}

/** Keeps a container as it was measured: new with version 0, or changed. @throws BadInput where the measured points do not rise */
export async function keepContainer(db: Database, scope: Scope, wanted: Wanted): Promise<void> {
  const { id, version, outline, capacity } = wanted
  const faults = pointFaults(outline.fill, '/outline/fill')
  if (faults.length === 0 && capacity > outline.fill.at(-1)![1] * (1 + 1e-9))
    faults.push({
      pointer: '/capacity',
      message: `The measured points go up to ${outline.fill.at(-1)![1]} ml; measure up to where it is filled.`,
    })
  if (faults.length > 0) throw new BadInput(faults)
  await inTransaction(db, async (tx) => {
    const [row] = await tx.select().from(containers).where(eq(containers.id, id)).for('update')
    if (row && row.shop !== scope.shop) throw notFound('container')
    if ((row?.version ?? 0) !== version) throw row ? stale({ version: row.version }) : notFound('container')
    const values = { ...wanted, version: version + 1 }
    if (row) await tx.update(containers).set(values).where(eq(containers.id, id))
    else await tx.insert(containers).values({ ...values, shop: scope.shop })
    await announce(tx, { shop: scope.shop, topic: 'mixing' })
  })
}

/** When a batch of a product made now is past its life. */
export function useByOf(catalogue: Catalogue, product: string, now: string): string | null {
  const known = catalogue.products.find((p) => p.id === product)
  return known ? keepsUntil(known, now) : null
}
