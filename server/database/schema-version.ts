import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import type { Connection } from './connection.ts'

interface Journal {
  entries: { idx: number; when: number; tag: string }[]
}

const journal = JSON.parse(
  readFileSync(fileURLToPath(new URL('./migrations/meta/_journal.json', import.meta.url)), 'utf8'),
) as Journal

/** The schema this code was written for. */
export const newestMigration = journal.entries.at(-1)!

/** When a migration was made. */
export const migrationNamed = (tag: string): number => journal.entries.find((e) => e.tag === tag)!.when

/** The migration made at a time. */
export function migrationOf(when: number): { when: number; tag: string } {
  const entry = journal.entries.find((e) => e.when === when)
  return { when, tag: entry?.tag ?? 'none' }
}

/** When the newest migration in a database was made; 0 for an empty one. */
export async function migrationIn({ pool }: Connection): Promise<number> {
  const [tables] = await pool.query(
    "select 1 from information_schema.tables where table_schema = database() and table_name = '__drizzle_migrations'",
  )
  if ((tables as unknown[]).length === 0) return 0
  const [rows] = await pool.query('select max(created_at) as made from __drizzle_migrations')
  return Number((rows as { made: number | null }[])[0]?.made ?? 0)
}

/** @throws Error in words when the database was written by a newer Chamomile than this one */
export async function refuseNewer(connection: Connection): Promise<void> {
  const there = await migrationIn(connection)
  if (there > newestMigration.when) {
    throw new Error(
      'This database was written by a newer version of Chamomile. Start that version, or restore a backup made with this one.',
    )
  }
}
