import { eq, getTableColumns, or } from 'drizzle-orm'
import type { MySqlTable } from 'drizzle-orm/mysql-core'
import { ShopEnd, ShopFile, ShopHead, type ShopLine, ShopRow } from '#core/formats/shop-lines.ts'
import type { Database } from '#server/database/connection.ts'
import { jobs, shops } from '#server/database/schema.ts'
import { newestMigration } from '#server/database/schema-version.ts'
import type { Transaction } from '#server/database/transaction.ts'
import type { FileStore } from '#server/files/by-content.ts'
import { Problem } from '#server/http/problem.ts'
import { check } from '#server/http/validate.ts'
import { tables } from './tables.ts'

/** Rows in one statement. */
const together = 200

/** What was read. */
export interface Taken {
  shop: string
  name: string
  rows: number
  files: number
}

/** A line that is not as it should be; nothing was taken in. */
export class BadLine extends Error {
  constructor(line: number, what: string) {
    super(`Line ${line}: ${what} Nothing was taken in.`)
  }
}

const kinds = [
  ['format', ShopHead],
  ['table', ShopRow],
  ['file', ShopFile],
  ['end', ShopEnd],
] as const

function parsed(text: string, line: number): ShopLine {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new BadLine(line, 'this is no JSON.')
  }
  if (line === 1) {
    const head = value as Partial<ShopHead>
    if (head.format !== 'chamomile-shop') throw new BadLine(1, 'this is no file of a shop.')
    if (head.tables !== newestMigration.tag)
      throw new BadLine(
        1,
        `it was written by tables “${head.tables}”, these are “${newestMigration.tag}”. Take it in with the version that wrote it, then bring that up to date.`,
      )
  }
  const kind = kinds.find(([key]) => typeof value === 'object' && value !== null && key in value)
  if (!kind) throw new BadLine(line, 'it is neither a row nor a file nor the end.')
  try {
    check(kind[1], value)
  } catch (error) {
    const [fault] = error instanceof Problem ? (error.errors ?? []) : []
    throw new BadLine(line, `${fault?.pointer || 'it'} ${fault?.message ?? 'is not as it should be'}.`)
  }
  return value as ShopLine
}

/** Rows wait here until there are enough of one table for a statement. */
class Rows {
  count = 0
  /** Of the last row that came. */
  private line = 0
  private name = ''
  private waiting: Record<string, unknown>[] = []
  /** Jobs that make another good: led to it once all are there. */
  private readonly later: { id: string; reworkOf: string }[] = []
  private readonly tx: Transaction
  constructor(tx: Transaction) {
    this.tx = tx
  }

  async add(name: string, row: Record<string, unknown>, line: number): Promise<void> {
    if (name !== this.name || this.waiting.length >= together) await this.write()
    this.line = line
    this.name = name
    this.waiting.push(this.led(name, row))
    this.count++
  }

  async write(): Promise<void> {
    const rows = this.waiting
    this.waiting = []
    if (rows.length === 0) return
    await this.tx
      .insert(tables[this.name]!)
      .values(rows as never)
      .catch((error: Error) => {
        const { cause } = error as { cause?: { sqlMessage?: string } }
        throw new BadLine(
          this.line,
          `the rows of “${this.name}” up to here do not go together (${cause?.sqlMessage ?? error.message}).`,
        )
      })
  }

  async end(): Promise<void> {
    await this.write()
    for (const { id, reworkOf } of this.later) await this.tx.update(jobs).set({ reworkOf }).where(eq(jobs.id, id))
  }

  private led(name: string, row: Record<string, unknown>): Record<string, unknown> {
    if (name !== 'jobs' || row.reworkOf === null) return row
    this.later.push(row as { id: string; reworkOf: string })
    return { ...row, reworkOf: null }
  }
}

/** Of one shop and of columns that there are. */
function judgeRow(line: number, name: string, table: MySqlTable, row: Record<string, unknown>, shop: string): void {
  const columns = getTableColumns(table)
  const strange = Object.keys(row).find((key) => !(key in columns))
  if (strange) throw new BadLine(line, `table “${name}” has no “${strange}”.`)
  if ((name === 'shops' ? row.id : row.shop) !== shop) throw new BadLine(line, 'it is of another shop.')
}

async function notThereYet(tx: Transaction, { shop }: ShopHead, code?: unknown): Promise<void> {
  const [known] = await tx
    .select({ name: shops.name })
    .from(shops)
    .where(or(eq(shops.id, shop), code === undefined ? undefined : eq(shops.code, String(code))))
  if (known) throw new BadLine(1, `“${known.name}” is here already: a shop is taken in where it is not.`)
}

/**
 * Takes in a whole shop that another installation wrote: all of it or nothing. People sign in with the PINs they had; devices are let in anew.
 * @throws BadLine with the line that is wrong
 */
export async function readShop(db: Database, files: FileStore, lines: AsyncIterable<string>): Promise<Taken> {
  return db.transaction(async (tx) => {
    const rows = new Rows(tx)
    let head: ShopHead | undefined
    let at = 0
    let kept = 0
    let ended = false
    for await (const text of lines) {
      if (text.trim() === '') continue
      at++
      if (ended) throw new BadLine(at, 'there is more after the end.')
      const line = parsed(text, at)
      if ('format' in line) {
        if (head) throw new BadLine(at, 'a second shop begins.')
        head = line
        await notThereYet(tx, head)
      } else if (!head) throw new BadLine(at, 'the head is missing.')
      else if ('table' in line) {
        const table = Object.hasOwn(tables, line.table) ? tables[line.table] : undefined
        if (!table) throw new BadLine(at, `there is no table “${line.table}”.`)
        judgeRow(at, line.table, table, line.row, head.shop)
        if (line.table === 'shops') await notThereYet(tx, head, line.row.code)
        await rows.add(line.table, line.row, at)
      } else if ('file' in line) {
        const hash = await files.put(Buffer.from(line.bytes, 'base64'))
        if (hash !== line.file) throw new BadLine(at, 'the file is not the one its hash names.')
        kept++
      } else {
        if (line.end !== at - 1) throw new BadLine(at, `${line.end} lines were written and ${at - 1} are here.`)
        ended = true
      }
    }
    if (!head || !ended) throw new BadLine(at + 1, 'the end is missing: the file was cut short.')
    await rows.end()
    return { shop: head.shop, name: head.name, rows: rows.count, files: kept }
  })
}
