import { and, asc, eq, gte, inArray, lt } from 'drizzle-orm'
import { figuresOf, type Kept, type Setting } from '#core/records/figures.ts'
import { hoursOn } from '#core/shop/week.ts'
import { momentOf } from '#core/units/shop-time.ts'
import type { Database } from '#server/database/connection.ts'
import { foretold, jobs, lots, people, shops, stockMoves } from '#server/database/schema.ts'
import { may } from '#server/http/roles.ts'
import type { Scope } from '#server/http/scope.ts'
import { namesOf } from '#server/jobs/names.ts'
import type { FiguresView } from '#server/records/views.ts'
import { factsIn } from './facts.ts'
import { lineOf } from './list.ts'

/** Which cars sums are taken over. */
export interface Which {
  /** Days, both within. */
  from: string
  to: string
  /** Words of the car's plate, its make, its customer. */
  find: string
  /** Somebody who worked on it. */
  person: string | undefined
}

/** What a unit of each item cost, over all that was ever received. */
async function pricesOf(db: Database, scope: Scope): Promise<Map<string, number>> {
  const rows = await db
    .select({ item: lots.item, amount: lots.amount, price: lots.price })
    .from(lots)
    .where(eq(lots.shop, scope.shop))
  const sums = new Map<string, { amount: number; price: number }>()
  for (const { item, amount, price } of rows) {
    const sum = sums.get(item) ?? { amount: 0, price: 0 }
    sums.set(item, { amount: sum.amount + amount, price: sum.price + price })
  }
  return new Map(
    [...sums].flatMap(([item, { amount, price }]) => (amount > 0 ? [[item, price / amount] as const] : [])),
  )
}

/** What left the shelf in a period: by item what was mixed, what cars used up, what counts took away; and what it cost. */
async function stockUse(db: Database, scope: Scope, start: string, end: string, prices: ReadonlyMap<string, number>) {
  const rows = await db
    .select({ item: lots.item, kind: stockMoves.kind, change: stockMoves.change, job: stockMoves.job })
    .from(stockMoves)
    .innerJoin(lots, eq(lots.id, stockMoves.lot))
    .where(and(eq(stockMoves.shop, scope.shop), gte(stockMoves.at, start), lt(stockMoves.at, end)))
  const items = new Map<string, { mixed: number; used: number; counted: number; jobs: Set<string> }>()
  for (const { item, kind, change, job } of rows) {
    const sum = items.get(item) ?? { mixed: 0, used: 0, counted: 0, jobs: new Set<string>() }
    sum[kind === 'batch' ? 'mixed' : kind === 'vehicle' ? 'used' : 'counted'] -= change
    if (job) sum.jobs.add(job)
    items.set(item, sum)
  }
  return [...items]
    .map(([key, { jobs: of, ...sum }]) => ({
      key,
      ...sum,
      cost: (sum.mixed + sum.used + sum.counted) * (prices.get(key) ?? 0),
      jobs: [...of],
    }))
    .sort((a, b) => b.cost - a.cost || (a.key < b.key ? -1 : 1))
}

async function settingOf(
  db: Database,
  scope: Scope,
  cars: readonly Kept[],
  prices: ReadonlyMap<string, number>,
): Promise<Setting> {
  const crew = await db
    .select({
      id: people.id,
      shifts: people.shifts,
      week: people.week,
      daysOff: people.daysOff,
      away: people.away,
      hour: people.hour,
    })
    .from(people)
    .where(eq(people.shop, scope.shop))
  const [shop] = await db.select({ about: shops.about }).from(shops).where(eq(shops.id, scope.shop))
  const known = new Map(crew.map((p) => [p.id, p]))
  const ids = cars.map((c) => c.id)
  const moves =
    ids.length === 0
      ? []
      : await db
          .select({ job: stockMoves.job, item: lots.item, change: stockMoves.change })
          .from(stockMoves)
          .innerJoin(lots, eq(lots.id, stockMoves.lot))
          .where(and(eq(stockMoves.shop, scope.shop), inArray(stockMoves.job, ids)))
  const used = new Map<string, number>()
  for (const { job, item, change } of moves) used.set(job!, (used.get(job!) ?? 0) - change * (prices.get(item) ?? 0))
  const said =
    ids.length === 0
      ? []
      : await db
          .select({ job: foretold.job, due: foretold.due, chance: foretold.chance })
          .from(foretold)
          .where(and(eq(foretold.shop, scope.shop), inArray(foretold.job, ids)))
  const promised = new Map(cars.map((c) => [c.id, c.due]))
  const chances = new Map(said.flatMap((s) => (s.due === promised.get(s.job) ? [[s.job, s.chance] as const] : [])))
  return {
    zone: scope.timeZone,
    hours: (person, day) => {
      const who = known.get(person)
      return who ? hoursOn(who, day) : []
    },
    hour: (person) => known.get(person)?.hour ?? shop?.about?.hour,
    perMl: (product) => prices.get(product),
    usedUp: (job) => used.get(job) ?? 0,
    foretold: (job) => chances.get(job),
  }
}

/** Lines of those jobs in which every word is found, as in the list of all cars. */
const linesOf = async (db: Database, scope: Scope, ids: readonly string[], find: string) =>
  ids.length === 0
    ? []
    : (
        await db
          .select(lineOf.columns)
          .from(jobs)
          .where(and(eq(jobs.shop, scope.shop), inArray(jobs.id, [...ids]), lineOf.found(find)))
          .orderBy(asc(jobs.arrives))
      ).map(lineOf.view)

/** Sums over the cars handed over in a period. Money is for whoever may see what an hour of somebody's costs. */
export async function figuresIn(db: Database, scope: Scope, { from, to, find, person }: Which): Promise<FiguresView> {
  const [start, end] = [momentOf(scope.timeZone, from, 0), momentOf(scope.timeZone, to, 1440)]
  const handed = await factsIn(db, scope, start, end)
  const worked = person === undefined ? handed : handed.filter((c) => c.hands.some(([who]) => who === person))
  const lines = await linesOf(
    db,
    scope,
    worked.map((c) => c.id),
    find,
  )
  const chosen = new Set(lines.map((l) => l.id))
  const cars = worked.filter((c) => chosen.has(c.id))
  const prices = await pricesOf(db, scope)
  const figures = figuresOf(cars, await settingOf(db, scope, cars, prices))
  const seesMoney = may(scope.role, 'records.money')
  const stock = await stockUse(db, scope, start, end, prices)
  return {
    from,
    to,
    figures: seesMoney ? figures : { ...figures, money: [] },
    currency: cars.find((c) => c.currency !== '')?.currency ?? null,
    stock: seesMoney ? stock : stock.map((line) => ({ ...line, cost: 0 })),
    lines,
    names: await namesOf(db, scope),
  }
}
