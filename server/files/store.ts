import { count, eq } from 'drizzle-orm'
import type { Database } from '#server/database/connection.ts'
import { photos } from '#server/database/schema.ts'
import type { FileStore } from './by-content.ts'

/** Removes photos' files that no row leads to any more. */
export async function dropUnused(db: Database, files: FileStore, hashes: readonly string[]): Promise<void> {
  for (const hash of new Set(hashes)) {
    const [left] = await db.select({ count: count() }).from(photos).where(eq(photos.hash, hash))
    if (left!.count === 0) await files.remove(hash)
  }
}
