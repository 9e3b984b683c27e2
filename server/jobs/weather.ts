import { and, eq, inArray } from 'drizzle-orm'
import type { Outside } from '#core/drying/schema.ts'
import { type DayWeather, meanWeather } from '#core/drying/weather.ts'
import type { About } from '#core/shop/about.ts'
import type { Database } from '#server/database/connection.ts'
import { people, shops, weather } from '#server/database/schema.ts'
import { inTransaction, type Transaction } from '#server/database/transaction.ts'
import type { Scope } from '#server/http/scope.ts'
import { announce } from '#server/http/store/changes.ts'

type Reader = Database | Transaction

/** Hours in which most of a car dries, minutes of the shop's day. */
const workingHours: [number, number] = [8 * 60, 18 * 60]

export interface KnownWeather {
  day: string
  weather: DayWeather
  /** Where it is from; null: somebody typed it. */
  source: string | null
  by: string | null
}

/** What is known of the weather on each of these days. */
export async function weatherOn(
  db: Reader,
  scope: Pick<Scope, 'shop'>,
  days: readonly string[],
): Promise<KnownWeather[]> {
  return db
    .select({ day: weather.day, weather: weather.weather, source: weather.source, by: people.name })
    .from(weather)
    .leftJoin(people, and(eq(people.id, weather.by), eq(people.shop, weather.shop)))
    .where(and(eq(weather.shop, scope.shop), inArray(weather.day, [...days])))
}

/** What cars dry in on a day of such weather. */
export const airOf = (of: DayWeather): Outside => meanWeather(of, ...workingHours)

/** What a car that is worked on that day dries in; undefined where nobody said. */
export async function outsideOn(db: Reader, scope: Scope, day: string): Promise<Outside | undefined> {
  const [known] = await weatherOn(db, scope, [day])
  return known && airOf(known.weather)
}

/** What a shop says of itself, and the air that cars dry in on a day: the hall's where they stand in one, else the weather; undefined where nobody knows. */
export async function shopOn(
  db: Reader,
  scope: Scope,
  day: string,
): Promise<{ about: About | null; air: Outside | undefined }> {
  const [row] = await db
    .select({ about: shops.about, weather: weather.weather })
    .from(shops)
    .leftJoin(weather, and(eq(weather.shop, shops.id), eq(weather.day, day)))
    .where(eq(shops.id, scope.shop))
  const air = row?.about?.indoors ?? (row?.weather ? airOf(row.weather) : undefined)
  return { about: row?.about ?? null, air }
}

/** The air that cars dry in on a day. */
export const airOn = async (db: Reader, scope: Scope, day: string): Promise<Outside | undefined> =>
  (await shopOn(db, scope, day)).air

/** The air of the hall that the shop's cars dry in, which no night finds wet; undefined where they stand in the open. */
export async function hallOf(db: Reader, scope: Scope): Promise<Outside | undefined> {
  const [shop] = await db.select({ about: shops.about }).from(shops).where(eq(shops.id, scope.shop))
  return shop?.about?.indoors
}

/** Keeps what somebody typed; null: what a source says next counts again. */
export async function typeWeather(
  db: Database,
  scope: Scope,
  day: string,
  typed: DayWeather | null,
  at: string,
): Promise<void> {
  await inTransaction(db, async (tx) => {
    const there = and(eq(weather.shop, scope.shop), eq(weather.day, day))
    const values = { source: null, by: scope.person, at }
    if (typed === null) await tx.delete(weather).where(there)
    else
      await tx
        .insert(weather)
        .values({ shop: scope.shop, day, weather: typed, ...values })
        .onDuplicateKeyUpdate({ set: { weather: typed, ...values } })
    await announce(tx, { shop: scope.shop, topic: 'weather' })
  })
}

/** Keeps what a source says of these days for every shop, where nobody typed it. */
export async function keepFromSource(
  db: Database,
  source: string,
  told: readonly { day: string; weather: DayWeather }[],
  at: string,
): Promise<void> {
  const everyShop = await db.select({ id: shops.id }).from(shops)
  for (const { id } of everyShop) {
    const known = await weatherOn(
      db,
      { shop: id },
      told.map((t) => t.day),
    )
    const typed = new Set(known.filter((k) => k.source === null).map((k) => k.day))
    for (const { day, weather: of } of told.filter((t) => !typed.has(t.day))) {
      const values = { weather: of, source, by: null, at }
      await db
        .insert(weather)
        .values({ shop: id, day, ...values })
        .onDuplicateKeyUpdate({ set: values })
    }
  }
}
