import { and, eq } from 'drizzle-orm'
import { mostPairs, pairsOf } from '#core/handover/pairs.ts'
import type { Database } from '#server/database/connection.ts'
import { photos } from '#server/database/schema.ts'
import type { FileStore } from '#server/files/by-content.ts'
import type { Scope } from '#server/http/scope.ts'

/** Two pictures of one place, JPEG. */
export interface Pair {
  surface: string
  before: Buffer
  after: Buffer
}

/** The pictures a customer is shown of a job. */
export async function pairsFor(db: Database, files: FileStore, scope: Scope, job: string): Promise<Pair[]> {
  const rows = await db
    .select({ surface: photos.surface, kind: photos.kind, hash: photos.hash })
    .from(photos)
    .where(and(eq(photos.shop, scope.shop), eq(photos.job, job)))
    .orderBy(photos.taken, photos.id)
  return Promise.all(
    pairsOf(rows)
      .slice(0, mostPairs)
      .map(async ({ surface, before, after }) => ({
        surface,
        before: await files.get(before.hash),
        after: await files.get(after.hash),
      })),
  )
}
