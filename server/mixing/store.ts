import { and, desc, eq } from 'drizzle-orm'
import { mix } from '#core/mixing/mix.ts'
import type { MixRequest, Ratio } from '#core/mixing/schema.ts'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import { isOver } from '#core/work/reduce.ts'
import type { Database } from '#server/database/connection.ts'
import { batches, containers, people } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { openJobs } from '#server/http/jobs.ts'
import { announce } from '#server/http/live.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import type { BatchView, ContainerView, DemandView } from './views.ts'

export async function containersOf(db: Database, scope: Scope): Promise<ContainerView[]> {
  const rows = await db.select().from(containers).where(eq(containers.shop, scope.shop)).orderBy(containers.capacity)
  return rows.map(({ shop: _shop, ...container }) => container)
}

const batchColumns = {
  id: batches.id,
  product: batches.product,
  ratio: batches.ratio,
  container: batches.container,
  fill: batches.fill,
  mix: batches.mix,
  author: people.name,
  made: batches.made,
}

export function batchesOf(db: Database, scope: Scope): Promise<BatchView[]> {
  return db
    .select(batchColumns)
    .from(batches)
    .innerJoin(people, eq(people.id, batches.author))
    .where(eq(batches.shop, scope.shop))
    .orderBy(desc(batches.made))
    .limit(50)
}

/** What the steps that are not over still need, by product and ratio. */
export async function demandOf(db: Database, scope: Scope): Promise<DemandView[]> {
  const demand = new Map<string, DemandView>()
  for (const { job, procedure, state } of await openJobs(db, scope)) {
    for (const step of procedure?.steps ?? []) {
      if (!step.product || isOver(state, step.id)) continue
      const { id, name, ratio, ml } = step.product
      const key = `${id} ${ratio.concentrate}:${ratio.water}`
      const entry = demand.get(key) ?? { product: id, name, ratio, ml: 0, jobs: [] }
      entry.ml += ml
      const share = entry.jobs.find((j) => j.id === job.id)
      if (share) share.ml += ml
      else entry.jobs.push({ id: job.id, callSign: job.callSign, ml })
      demand.set(key, entry)
    }
  }
  return [...demand.values()].sort((a, b) => b.ml - a.ml)
}

/** The engine's input for a batch: the container's capacity and cup, the product's way of filling. */
export function mixRequest(
  catalogue: Catalogue,
  container: ContainerView,
  product: string,
  ratio: Ratio,
  fill: number,
): MixRequest {
  const known = catalogue.products.find((p) => p.id === product)
  if (!known)
    throw new Problem(400, 'invalid', 'No such product.', [
      { pointer: '/product', message: `No product "${product}".` },
    ])
  const share = (r: Ratio) => r.concentrate / (r.concentrate + r.water)
  if (share(ratio) > share(known.maximum) + 1e-12) {
    throw new Problem(
      400,
      'above-label',
      `${known.name} may be at most ${known.maximum.concentrate}:${known.maximum.water} by its label.`,
      [{ pointer: '/ratio', message: 'Stronger than the label allows.' }],
    )
  }
  return {
    ratio,
    fill_ml: fill,
    capacity_ml: container.capacity,
    graduation_ml: container.graduation,
    water_first: known.waterFirst,
    foams: known.foams,
  }
}

export interface NewBatch {
  id: string
  product: string
  ratio: Ratio
  container: string
  fill: number
}

/** Logs a batch with the engine's own answer for it. Sent twice, it is still one batch. */
export async function logBatch(
  db: Database,
  scope: Scope,
  batch: NewBatch,
  catalogue: Catalogue,
  now: string,
): Promise<BatchView> {
  const container = (await containersOf(db, scope)).find((c) => c.id === batch.container)
  if (!container) throw notFound('container')
  const answer = mix(mixRequest(catalogue, container, batch.product, batch.ratio, batch.fill))
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(batches).values({ ...batch, shop: scope.shop, mix: answer, author: scope.person, made: now })
      await announce(tx, { shop: scope.shop, topic: 'mixing' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
  const [row] = await db
    .select(batchColumns)
    .from(batches)
    .innerJoin(people, eq(people.id, batches.author))
    .where(and(eq(batches.shop, scope.shop), eq(batches.id, batch.id)))
  if (!row) throw new Problem(409, 'id-taken', 'This id is in use. Make a new one.')
  return row
}
