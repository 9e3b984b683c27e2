import { and, desc, eq, gt, lt, ne } from 'drizzle-orm'
import Papa from 'papaparse'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import { yieldOf } from '#core/mixing/yield.ts'
import { readStock, reorderPoint, stockColumns } from '#core/stock/stock-csv.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs, lots, stockMoves } from '#server/database/schema.ts'
import { inTransaction, isDuplicate } from '#server/database/transaction.ts'
import type { CsvView } from '#server/files/csv.ts'
import { notFound, Problem } from '#server/http/problem.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'
import { uuidv7 } from '#server/http/uuid.ts'
import { openJobs } from '#server/jobs/open-jobs.ts'
import { stillToMix } from '#server/jobs/still-to-mix.ts'
import type { ItemView, LotView, StockView } from './views.ts'

async function lotsOf(db: Database, scope: Scope): Promise<LotView[]> {
  const rows = await db.select().from(lots).where(eq(lots.shop, scope.shop)).orderBy(lots.item, lots.received)
  return rows.map(({ shop: _shop, ...lot }) => lot)
}

/** Concentrate that booked work takes by product, ml, and pieces by consumable. */
async function bookedBy(db: Database, scope: Scope, catalogue: Catalogue): Promise<Map<string, number>> {
  const booked = new Map<string, number>()
  const add = (item: string, amount: number) => booked.set(item, (booked.get(item) ?? 0) + amount)
  for (const { procedure, state } of await openJobs(db, scope, catalogue)) {
    if (!procedure) continue
    for (const c of catalogue.consumables) add(c.id, c.perVehicle)
    for (const { product, ratio, ml } of stillToMix(procedure, state)) add(product, ml * fractionOf(ratio))
  }
  return booked
}

/** The shelf: every item with its lots, what is booked, when to order, and what it costs by real use. */
export async function stockOf(db: Database, scope: Scope, catalogue: Catalogue, now: string): Promise<StockView> {
  const all = await lotsOf(db, scope)
  const booked = await bookedBy(db, scope, catalogue)
  const { leadDays, useDays } = catalogue.figures
  const since = new Date(Date.parse(now) - useDays * 86_400_000).toISOString()
  const moves = await db
    .select({ item: lots.item, change: stockMoves.change, kind: stockMoves.kind })
    .from(stockMoves)
    .innerJoin(lots, eq(lots.id, stockMoves.lot))
    .where(and(eq(stockMoves.shop, scope.shop), gt(stockMoves.at, since), lt(stockMoves.change, 0)))
  const vehicles = (
    await db
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.shop, scope.shop), gt(jobs.arrives, since), ne(jobs.state, 'called-off')))
  ).length
  const items = [
    // What is not bought any more stands here while some of it does.
    ...catalogue.products
      .filter((p) => p.offered !== false || all.some((l) => l.item === p.id) || booked.has(p.id))
      .map((p) => ({
        id: p.id,
        unit: 'ml' as const,
        ratio: Object.values(p.ratios)[0]!,
      })),
    ...catalogue.consumables.map((c) => ({ id: c.id, unit: 'piece' as const, ratio: null })),
  ]
  return {
    leadDays,
    items: items.map(({ id, unit, ratio }): ItemView => {
      const mine = all.filter((l) => l.item === id)
      const left = mine.reduce((sum, l) => sum + l.left, 0)
      const drawn = -moves.filter((m) => m.item === id && m.kind !== 'count').reduce((s, m) => s + m.change, 0)
      const perDay = drawn / useDays
      const reorderAt = reorderPoint(booked.get(id) ?? 0, perDay, leadDays)
      const priced = mine.filter((l) => l.price > 0)
      const amount = priced.reduce((sum, l) => sum + l.amount, 0)
      const price = priced.reduce((sum, l) => sum + l.price, 0)
      const each = amount > 0 ? price / amount : null
      return {
        item: id,
        unit,
        left,
        booked: booked.get(id) ?? 0,
        perDay,
        reorderAt,
        order: mine.length > 0 && left <= reorderAt && reorderAt > 0,
        perLitre: each !== null && ratio ? yieldOf({ concentrate_ml: amount, ratio, price }).price_per_litre : null,
        perVehicle: each !== null && drawn > 0 && vehicles > 0 ? (each * drawn) / vehicles : null,
        lots: mine,
      }
    }),
  }
}

export interface NewLot {
  id: string
  item: string
  code: string
  amount: number
  price: number
  bestBefore: string | null
}
const known = (catalogue: Catalogue) => new Set([...catalogue.products, ...catalogue.consumables].map((x) => x.id))

/** Puts a lot on the shelf. Sent twice, it is one. @throws Problem for an item the catalogue does not have */
export async function receive(
  db: Database,
  scope: Scope,
  lot: NewLot,
  catalogue: Catalogue,
  now: string,
): Promise<void> {
  if (!known(catalogue).has(lot.item))
    throw new Problem(400, 'invalid', 'No such item.', [
      { pointer: '/item', message: `No product or consumable "${lot.item}".` },
    ])
  try {
    await inTransaction(db, async (tx) => {
      await tx.insert(lots).values({ ...lot, shop: scope.shop, received: now, left: lot.amount })
      await announce(tx, { shop: scope.shop, topic: 'stock' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
}

export interface Count {
  id: string
  lot: string
  /** What was counted. */
  left: number
  reason: string
}

/** Sets a lot to what was counted; the difference is kept with its reason. Sent twice, it counts once. */
export async function count(db: Database, scope: Scope, { id, lot, left, reason }: Count, now: string): Promise<void> {
  try {
    await inTransaction(db, async (tx) => {
      const [row] = await tx
        .select()
        .from(lots)
        .where(and(eq(lots.shop, scope.shop), eq(lots.id, lot)))
        .for('update')
      if (!row) throw notFound('lot')
      if (left > row.amount)
        throw new Problem(400, 'invalid', `There cannot be more left than the ${row.amount} the lot had.`, [
          { pointer: '/left', message: `At most ${row.amount}.` },
        ])
      await tx.insert(stockMoves).values({
        id,
        shop: scope.shop,
        lot,
        change: left - row.left,
        kind: 'count',
        reason,
        author: scope.person,
        at: now,
      })
      await tx.update(lots).set({ left }).where(eq(lots.id, lot))
      await announce(tx, { shop: scope.shop, topic: 'stock' })
    })
  } catch (error) {
    if (!isDuplicate(error)) throw error
  }
}

/** The shelf as CSV. A cell that a spreadsheet would take for a formula is written as text. */
export async function stockCsv(db: Database, scope: Scope): Promise<string> {
  const rows = (await lotsOf(db, scope)).map((l) => [l.item, l.code, l.amount, l.left, l.price, l.bestBefore ?? ''])
  return Papa.unparse({ fields: [...stockColumns], data: rows }, { escapeFormulae: true, newline: '\n' })
}

/** Takes lots from a CSV: looked at only, the good lines, or all or nothing. */
export async function takeStock(
  db: Database,
  scope: Scope,
  { csv, take }: { csv: string; take: 'none' | 'good' | 'all' },
  catalogue: Catalogue,
  now: string,
): Promise<CsvView> {
  const { data } = Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: true,
  })
  const { good, faults } = readStock(data, known(catalogue))
  if (take === 'all' && faults.length > 0)
    throw new Problem(400, 'invalid', `${faults.length} lines are not good; nothing was taken.`, [
      { pointer: '/csv', message: `Line ${faults[0]!.line}: ${faults[0]!.message}` },
    ])
  if (take !== 'none' && good.length > 0)
    await inTransaction(db, async (tx) => {
      await tx.insert(lots).values(good.map((l) => ({ ...l, id: uuidv7(), shop: scope.shop, received: now })))
      await announce(tx, { shop: scope.shop, topic: 'stock' })
    })
  return { good: good.length, taken: take === 'none' ? 0 : good.length, faults }
}

/** The latest changes of a lot. */
export async function movesOf(db: Database, scope: Scope, lot: string) {
  return db
    .select({
      change: stockMoves.change,
      kind: stockMoves.kind,
      job: stockMoves.job,
      reason: stockMoves.reason,
      at: stockMoves.at,
    })
    .from(stockMoves)
    .where(and(eq(stockMoves.shop, scope.shop), eq(stockMoves.lot, lot)))
    .orderBy(desc(stockMoves.at))
    .limit(50)
}
