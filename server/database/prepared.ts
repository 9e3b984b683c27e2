import type { Database } from './connection.ts'

/**
 * A query built once for each database and then only filled in: building it costs more than running it, which shows where something is
 * asked with every request.
 */
export function prepared<T extends object>(build: (db: Database) => T): (db: Database) => T {
  const made = new WeakMap<Database, T>()
  return (db) => {
    let query = made.get(db)
    if (!query) {
      query = build(db)
      made.set(db, query)
    }
    return query
  }
}
