import { fileURLToPath } from 'node:url'
import { migrate as applyMigrations } from 'drizzle-orm/mysql2/migrator'
import type { Connection } from './connection.ts'

const folder = fileURLToPath(new URL('./migrations', import.meta.url))

/** Brings the schema up to date; of several servers starting at once one does it and the others wait. */
export async function migrate({ db, pool }: Connection): Promise<void> {
  const lock = await pool.getConnection()
  try {
    const [rows] = await lock.query('select get_lock(?, 60) as got', ['chamomile-migrate'])
    if ((rows as { got: number }[])[0]?.got !== 1)
      throw new Error('Another server is migrating the database and did not finish within a minute.')
    await applyMigrations(db, { migrationsFolder: folder })
    await lock.query('select release_lock(?)', ['chamomile-migrate'])
  } finally {
    lock.release()
  }
}
