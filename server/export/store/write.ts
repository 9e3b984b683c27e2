import { asc, eq, getTableColumns, inArray } from 'drizzle-orm'
import type { MySqlColumn, MySqlTable } from 'drizzle-orm/mysql-core'
import type { ShopLine } from '#core/formats/shop-lines.ts'
import type { Database } from '#server/database/connection.ts'
import { dataSheets, jobs, photos, shops } from '#server/database/schema.ts'
import { newestMigration } from '#server/database/schema-version.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { FileStore } from '#server/files/by-content.ts'
import { byCar, tables } from './tables.ts'

/** Cars whose procedures and ledgers are held at once. */
const together = 10

type Write = (line: ShopLine) => Promise<unknown>

const columnOf = (table: MySqlTable, name: string) =>
  (getTableColumns(table) as Record<string, MySqlColumn | undefined>)[name]

/** A table's rows of a shop, in parts. */
async function* rowsOf(tx: Transaction, name: string, table: MySqlTable, shop: string, cars: readonly string[]) {
  const own = columnOf(table, 'shop')
  const car = columnOf(table, 'job')
  if (!byCar.has(name) || !car) {
    yield await tx
      .select()
      .from(table)
      .where(eq(own ?? columnOf(table, 'id')!, shop))
    return
  }
  for (let i = 0; i < cars.length; i += together) {
    const order = columnOf(table, 'position') ?? columnOf(table, 'version')!
    yield await tx
      .select()
      .from(table)
      .where(inArray(car, cars.slice(i, i + together)))
      .orderBy(asc(car), asc(order))
  }
}

/**
 * Writes a whole shop, a line at a time, as it is at one moment: rows, then the files they lead to. Whatever waits in `write` is waited for, so
 * that nothing piles up.
 */
export async function writeShop(
  db: Database,
  files: FileStore,
  shop: string,
  now: string,
  write: Write,
): Promise<void> {
  let lines = 0
  const say = async (line: ShopLine) => {
    await write(line)
    lines++
  }
  const hashes = await db.transaction(async (tx) => {
    const [known] = await tx.select({ name: shops.name }).from(shops).where(eq(shops.id, shop))
    await say({
      format: 'chamomile-shop',
      formatVersion: 1,
      tables: newestMigration.tag,
      shop,
      name: known!.name,
      made: now,
    })
    const cars = (
      await tx.select({ id: jobs.id }).from(jobs).where(eq(jobs.shop, shop)).orderBy(asc(jobs.arrives), asc(jobs.id))
    ).map((j) => j.id)
    for (const [name, table] of Object.entries(tables))
      for await (const rows of rowsOf(tx, name, table, shop, cars))
        for (const row of rows) await say({ table: name, row: row as Record<string, unknown> })
    const pictures = await tx.select({ hash: photos.hash }).from(photos).where(eq(photos.shop, shop))
    const sheets = await tx.select({ hash: dataSheets.hash }).from(dataSheets).where(eq(dataSheets.shop, shop))
    return new Set([...pictures, ...sheets].map((f) => f.hash))
  })
  for (const hash of hashes) await say({ file: hash, bytes: (await files.get(hash)).toString('base64') })
  await write({ end: lines })
}
