import { and, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { keepsUntil, vesselFindings } from '#core/chemistry/vessel.ts'
import { pointFaults } from '#core/mixing/fill-curve.ts'
import { BadInput } from '#core/units/fault.ts'
import type { Database } from '#server/database/connection.ts'
import { containers, type Outline, rinses } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import { notFound, Problem, stale } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { bottlesOf } from '#server/shelf/bottles.ts'
import { speak } from '#words/en/speak.ts'

/** The shop's containers, the smallest first, with what stands in each. */
export const containersOf = (db: Database, scope: Scope, now: string): Promise<ContainerView[]> =>
  bottlesOf(db, scope, now)

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
  if (!worst) return
  const { reason, remedy } = speak.vessel(worst)
  throw new Problem(409, worst.kind === 'stop' ? 'never-mix' : 'rinse-first', `${reason} ${remedy}`, [
    { pointer: '/container', message: reason },
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
  place?: string | null
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
