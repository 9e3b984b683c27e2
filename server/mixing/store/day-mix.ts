import { and, eq } from 'drizzle-orm'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { dayMix } from '#core/mixing/day-mix.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import type { Database } from '#server/database/connection.ts'
import { lots } from '#server/database/schema.ts'
import type { Scope } from '#server/http/scope.ts'
import type { DayMixView } from '#server/mixing/views.ts'
import { demandOf } from './batches.ts'
import { containersOf } from './containers.ts'

/** What to mix and load for everything that is booked and not over. */
export async function dayMixOf(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<DayMixView> {
  const margin = catalogue.figures.mixMargin
  const demand = (await demandOf(db, scope, catalogue)).map((d) => ({ ...d, ml: d.ml * margin }))
  const vessels = await containersOf(db, scope, now)
  const answer = dayMix(
    demand,
    vessels.map((v) => ({
      id: v.id,
      capacity: v.capacity,
      // What is past its life has to be emptied, but it still needs its rinse first: it is not offered.
      ...(v.content ? { holds: { ...v.content, ml: v.content.pastLife ? 0 : v.content.ml } } : {}),
    })),
    catalogue.figures.leastBatch,
  )
  const vessel = (id: string) => vessels.find((v) => v.id === id)!.name
  const needsRinse = (id: string, product: string) => {
    const { content } = vessels.find((v) => v.id === id)!
    return content !== null && (content.product !== product || content.pastLife)
  }
  const shelf = await db
    .select({ item: lots.item, left: lots.left })
    .from(lots)
    .where(and(eq(lots.shop, scope.shop)))
  const needed = new Map<string, number>()
  for (const { product, ratio, ml } of [...answer.fills, ...answer.without])
    needed.set(product, (needed.get(product) ?? 0) + ml * fractionOf(ratio))
  return {
    margin,
    fills: answer.fills.map((f) => ({
      product: f.product,
      ratio: f.ratio,
      ml: f.ml,
      container: f.vessel,
      containerName: vessel(f.vessel),
      fills: f.fills,
      rinse: needsRinse(f.vessel, f.product),
      concentrate: f.ml * fractionOf(f.ratio),
    })),
    ready: answer.ready.map((r) => ({
      product: r.product,
      ratio: r.ratio,
      ml: r.ml,
      container: r.vessel,
      containerName: vessel(r.vessel),
    })),
    without: answer.without.map(({ product, ratio, ml }) => ({ product, ratio, ml })),
    concentrate: [...needed].map(([product, ml]) => {
      const onShelf = shelf.filter((l) => l.item === product).reduce((sum, l) => sum + l.left, 0)
      return { product, needed: ml, onShelf, buy: Math.max(0, ml - onShelf) }
    }),
  }
}
