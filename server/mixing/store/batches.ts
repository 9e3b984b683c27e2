import { and, desc, eq, isNull, type SQL } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { wayOf } from '#core/chemistry/way.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { mix } from '#core/mixing/mix.ts'
import type { MixRequest, Ratio } from '#core/mixing/schema.ts'
import type { Database } from '#server/database/connection.ts'
import { batches, containers, lots, people } from '#server/database/schema.ts'
import { inTransaction, isDuplicate, type Transaction } from '#server/database/transaction.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import { stillToMix } from '#server/jobs/still-to-mix.ts'
import type { BatchView, ContainerView, DemandView } from '#server/mixing/views.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { drawFrom, oldestLot, putBack } from '#server/shelf/lots.ts'
import { speak } from '#words/en/speak.ts'
import { containersOf, judgeContent, useByOf } from './containers.ts'

const batchColumns = {
  id: batches.id,
  product: batches.product,
  ratio: batches.ratio,
  container: batches.container,
  containerName: containers.name,
  fill: batches.fill,
  mix: batches.mix,
  author: people.name,
  made: batches.made,
  poured: batches.poured,
  leftover: batches.leftover,
  lot: batches.lot,
  useBy: batches.useBy,
  undone: batches.undone,
}

async function batchRows(db: Database, where: SQL | undefined): Promise<BatchView[]> {
  const rows = await db
    .select(batchColumns)
    .from(batches)
    .innerJoin(people, eq(people.id, batches.author))
    .innerJoin(containers, eq(containers.id, batches.container))
    .where(where)
    .orderBy(desc(batches.made))
    .limit(50)
  return rows.map((row) => {
    const { fraction, measured, concentrate_ml } = row.mix
    // What is in it by what was really poured: the leftover's share is what the target leaves for it.
    const held = fraction * row.fill - concentrate_ml
    return {
      ...row,
      measuredFraction: row.poured === null ? measured.fraction : (row.poured + held) / row.fill,
    }
  })
}

export const batchesOf = (db: Database, scope: Scope): Promise<BatchView[]> =>
  batchRows(db, and(eq(batches.shop, scope.shop), isNull(batches.undone)))

/** What a bottle's label leads to. */
export async function batchOf(db: Database, scope: Scope, id: string): Promise<BatchView> {
  const [row] = await batchRows(db, and(eq(batches.shop, scope.shop), eq(batches.id, id)))
  if (!row) throw notFound('batch')
  return row
}

/** What the steps that are not over still need, by product and ratio. */
export async function demandOf(db: Database, scope: Scope, catalogue: Catalogue): Promise<DemandView[]> {
  const demand = new Map<string, DemandView>()
  for (const { job, procedure, state } of await openJobs(db, scope, catalogue)) {
    if (!procedure) continue
    for (const { product, ratio, ml } of stillToMix(procedure, state)) {
      const key = `${product} ${ratio.concentrate}:${ratio.water}`
      const entry = demand.get(key) ?? { product, ratio, ml: 0, jobs: [] }
      entry.ml += ml
      entry.jobs.push({ id: job.id, callSign: job.callSign, ml })
      demand.set(key, entry)
    }
  }
  return [...demand.values()].sort((a, b) => b.ml - a.ml)
}

export interface NewBatch {
  id: string
  product: string
  ratio: Ratio
  container: string
  fill: number
  /** ml of the container's own content that is left in it. */
  leftover?: number
  /** Concentrate really poured, where it is not what was wanted. */
  poured?: number
  lot?: string
}

/** The engine's input for a batch: the container's capacity and cup, the product's way of filling, what is left in. */
export function mixRequest(
  catalogue: Catalogue,
  container: ContainerView,
  { product, ratio, fill, leftover = 0 }: NewBatch,
  order?: string,
): MixRequest {
  const known = catalogue.products.find((p) => p.id === product)
  if (!known)
    throw new Problem(400, 'invalid', 'No such product.', [
      { pointer: '/product', message: `No product "${product}".` },
    ])
  if (fractionOf(ratio) > fractionOf(known.maximum) + 1e-12) {
    throw new Problem(
      400,
      'above-label',
      `${speak.names.of('products', product).name} may be at most ${known.maximum.concentrate}:${known.maximum.water} by its label.`,
      [{ pointer: '/ratio', message: 'Stronger than the label allows.' }],
    )
  }
  if (leftover > 0 && !container.content)
    throw new Problem(400, 'invalid', 'Nothing is known to be in this container: empty and rinse it.', [
      { pointer: '/leftover', message: 'The container is rinsed, or was never filled.' },
    ])
  const { content } = container
  return {
    ratio,
    fill_ml: fill,
    capacity_ml: container.capacity,
    graduation_ml: container.graduation,
    ...wayOf(known, order),
    ...(leftover > 0 && content
      ? { present: { volume_ml: leftover, ratio: content.ratio, past_life: content.pastLife } }
      : {}),
  }
}

/** Takes concentrate from a named lot, or from the oldest that has some; what the shelf does not know of is not counted. */
async function draw(tx: Transaction, scope: Scope, batch: NewBatch, ml: number, now: string): Promise<string | null> {
  const [named] = batch.lot
    ? await tx
        .select()
        .from(lots)
        .where(and(eq(lots.shop, scope.shop), eq(lots.item, batch.product), eq(lots.id, batch.lot)))
        .for('update')
    : []
  if (batch.lot && !named) throw notFound('lot')
  const lot = named ?? (await oldestLot(tx, scope, batch.product))
  if (!lot) return null
  await drawFrom(tx, scope, lot, ml, { kind: 'batch', reason: `batch ${batch.id}` }, now)
  await announce(tx, { shop: scope.shop, topic: 'stock' })
  return lot.id
}

/** Logs a batch with the engine's own answer for it, and draws the concentrate from stock. Sent twice, it is still one batch. */
export async function logBatch(
  db: Database,
  scope: Scope,
  batch: NewBatch,
  catalogue: Catalogue,
  now: string,
): Promise<BatchView> {
  const known = await batchRows(db, and(eq(batches.shop, scope.shop), eq(batches.id, batch.id)))
  if (known[0]) return known[0]
  const container = (await containersOf(db, scope, now)).find((c) => c.id === batch.container)
  if (!container) throw notFound('container')
  const request = mixRequest(catalogue, container, batch, scope.houseRules['mixing-order'])
  judgeContent(container, batch.product, catalogue)
  const answer = mix(request)
  const poured = batch.poured ?? null
  if (poured !== null && poured > batch.fill)
    throw new Problem(400, 'invalid', 'More was poured than the bottle is filled to.', [
      { pointer: '/poured', message: `${poured} ml into ${batch.fill} ml.` },
    ])
  try {
    await inTransaction(db, async (tx) => {
      const lot = await draw(tx, scope, batch, poured ?? answer.measured.concentrate_ml, now)
      await tx.insert(batches).values({
        id: batch.id,
        shop: scope.shop,
        product: batch.product,
        ratio: batch.ratio,
        container: batch.container,
        fill: batch.fill,
        mix: answer,
        author: scope.person,
        made: now,
        poured,
        leftover: batch.leftover ?? 0,
        lot,
        useBy: useByOf(catalogue, batch.product, now),
      })
      await announce(tx, { shop: scope.shop, topic: 'mixing' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
  const [row] = await batchRows(db, and(eq(batches.shop, scope.shop), eq(batches.id, batch.id)))
  if (!row) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
  return row
}

/** Minutes within which a batch can be taken back: what stands in a bottle longer is history. */
const undoableFor = 60

/**
 * Takes back a batch that was logged by mistake: its bottle holds what it held before, and the shelf has its concentrate again. The batch
 * stays in the ledger as taken back. Sent twice, it is taken back once.
 */
export async function undoBatch(db: Database, scope: Scope, id: string, now: string): Promise<void> {
  await inTransaction(db, async (tx) => {
    const [row] = await tx
      .select()
      .from(batches)
      .where(and(eq(batches.shop, scope.shop), eq(batches.id, id)))
      .for('update')
    if (!row) throw notFound('batch')
    if (row.undone !== null) return
    if (Date.parse(now) - Date.parse(row.made) > undoableFor * 60_000)
      throw new Problem(
        409,
        'too-late',
        `A batch is taken back within ${undoableFor} minutes; after that, rinse the bottle.`,
      )
    const bottle = (await bottlesOf(tx, scope, now)).find((b) => b.id === row.container)
    if (bottle?.content?.batch !== id)
      throw new Problem(409, 'not-the-last', 'Something else was done with this bottle since.')
    await tx.update(batches).set({ undone: now }).where(eq(batches.id, id))
    if (row.lot !== null) {
      await putBack(tx, scope, row.lot, `batch ${id}`, now)
      await announce(tx, { shop: scope.shop, topic: 'stock' })
    }
    await announce(tx, { shop: scope.shop, topic: 'mixing' })
  })
}
