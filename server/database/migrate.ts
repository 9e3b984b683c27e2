import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { migrate as applyMigrations } from 'drizzle-orm/mysql2/migrator'
import { backup } from './backup.ts'
import { codeStoredWords } from './coded.ts'
import type { Connection } from './connection.ts'
import { marks } from './schema.ts'
import { migrationIn, migrationNamed, newestMigration } from './schema-version.ts'
import { inTransaction } from './transaction.ts'

const migrations = fileURLToPath(new URL('./migrations', import.meta.url))

/** Where a backup goes that is made before the schema of a shop's database is changed, and what belongs to it. */
export interface Keep {
  uri: string
  folder: string
  /** Folder of stored files. */
  files: string
  now: string
}

async function holdsShop({ pool }: Connection): Promise<boolean> {
  const [rows] = await pool.query('select 1 from shops limit 1')
  return (rows as unknown[]).length > 0
}

/** One consistent moment before the change, read back and compared. @returns its folder; undefined when there is nothing to lose or to change */
async function keepBefore(connection: Connection, keep: Keep, newest: number): Promise<string | undefined> {
  const there = await migrationIn(connection)
  if (there === 0 || there === newest || !(await holdsShop(connection))) return undefined
  const target = join(keep.folder, `before-${newestMigration.tag}-${keep.now.replaceAll(/[:.]/g, '-')}`)
  try {
    await backup(keep.uri, target, keep.files, keep.now)
  } catch (error) {
    throw new Error(
      `Before the database is changed for this version a backup is made, and that failed: ${(error as Error).message} Nothing was changed. Make room or give this user the right to create a database, and start again.`,
      { cause: error },
    )
  }
  return target
}

/** Rows stored in words become codes when the schema has come to where they are: all of them in one transaction, or none. */
async function codeOnce(connection: Connection, before: number): Promise<void> {
  const since = migrationNamed('0008_references')
  if ((await migrationIn(connection)) < since) return
  const [done] = await connection.pool.query("select 1 from marks where name = 'coded'")
  if ((done as unknown[]).length > 0) return
  await inTransaction(connection.db, async (tx) => {
    if (before > 0) await codeStoredWords(tx)
    await tx.insert(marks).values({ name: 'coded', at: new Date().toISOString() })
  })
}

/**
 * Brings the schema up to date; of several servers starting at once one does it and the others wait.
 * @param keep makes a backup first when the database holds a shop
 * @param folder of migrations
 * @returns the folder of the backup that was made, if one was
 */
export async function migrate(connection: Connection, keep?: Keep, folder = migrations): Promise<string | undefined> {
  const { db, pool } = connection
  const lock = await pool.getConnection()
  try {
    const [rows] = await lock.query('select get_lock(?, 60) as got', ['chamomile-migrate'])
    if ((rows as { got: number }[])[0]?.got !== 1)
      throw new Error('Another server is migrating the database and did not finish within a minute.')
    const kept = keep && (await keepBefore(connection, keep, newestMigration.when))
    const before = await migrationIn(connection)
    try {
      await applyMigrations(db, { migrationsFolder: folder })
      await codeOnce(connection, before)
    } catch (error) {
      const reason = ((error as Error).cause as Error | undefined)?.message ?? (error as Error).message
      throw new Error(
        `The database could not be changed for this version: ${reason}.${
          kept
            ? ` What was there before is in ${kept}; bring it back into a fresh place with: npm run restore -- ${kept}`
            : ''
        }`,
        { cause: error },
      )
    }
    return kept
  } finally {
    // Released however it ended: the connection goes back to the pool and would keep it.
    await lock.query('select release_lock(?)', ['chamomile-migrate'])
    lock.release()
  }
}
