import type { Database } from './connection.ts'

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** 1020 row changed since read (snapshot isolation), 1205 lock wait, 1213 deadlock: all mean "again". */
const again = new Set([1020, 1205, 1213])
const errnoOf = (error: unknown): number | undefined => {
  const e = error as { errno?: number; cause?: { errno?: number } }
  return e?.errno ?? e?.cause?.errno
}

/** True for a double key, which for client-made ids means: already stored. */
export const isDuplicate = (error: unknown): boolean => errnoOf(error) === 1062

/** True when the database asks to begin anew because somebody else was quicker. */
export const isConflict = (error: unknown): boolean => again.has(errnoOf(error) ?? 0)

/** Runs a transaction and repeats it, with growing pauses, when the database asks for that. */
export async function inTransaction<T>(db: Database, work: (tx: Transaction) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await db.transaction(work)
    } catch (error) {
      if (attempt >= 6 || !isConflict(error)) throw error
      await new Promise((resolve) => setTimeout(resolve, 5 * 2 ** attempt * Math.random()))
    }
  }
}
