import { and, eq } from 'drizzle-orm'
import { mostPairs, pairsOf } from '#core/handover/pairs.ts'
import type { Database } from '#server/database/connection.ts'
import { photos } from '#server/database/schema.ts'
import type { FileStore } from '#server/files/by-content.ts'
import type { Scope } from '#server/http/scope.ts'

/** Two pictures of one place, by the hash of what is in them. */
export interface PairKept {
  surface: string
  before: string
  after: string
}
/** The same, JPEG. */
export interface Pair {
  surface: string
  before: Buffer
  after: Buffer
}

/** Which pictures a customer is shown of a job. */
export async function pairsFor(db: Database, scope: Scope, job: string): Promise<PairKept[]> {
  const rows = await db
    .select({ surface: photos.surface, kind: photos.kind, hash: photos.hash })
    .from(photos)
    .where(and(eq(photos.shop, scope.shop), eq(photos.job, job)))
    .orderBy(photos.taken, photos.id)
  return pairsOf(rows)
    .slice(0, mostPairs)
    .map(({ surface, before, after }) => ({ surface, before: before.hash, after: after.hash }))
}

/** The pictures themselves. */
export const picturesOf = (files: FileStore, pairs: readonly PairKept[]): Promise<Pair[]> =>
  Promise.all(
    pairs.map(async ({ surface, before, after }) => ({
      surface,
      before: await files.get(before),
      after: await files.get(after),
    })),
  )
