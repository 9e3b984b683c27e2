import { sql } from 'drizzle-orm'
import type { TestServer } from './test-server.ts'

/** How many rows a table has. */
export async function countOf(t: TestServer, table: string): Promise<number> {
  const [rows] = await t.connection.db.execute(sql.raw(`select count(*) as n from ${table}`))
  return Number((rows as unknown as { n: number }[])[0]!.n)
}
