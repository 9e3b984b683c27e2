import type { MySqlTable } from 'drizzle-orm/mysql-core'
import {
  audit,
  batches,
  containers,
  customers,
  dataSheets,
  equipment,
  events,
  foretold,
  jobs,
  lots,
  messages,
  modelNotes,
  ownBodies,
  owns,
  people,
  photos,
  plans,
  procedureSettings,
  procedures,
  rinses,
  shares,
  shops,
  standards,
  standardVersions,
  stockMoves,
  weather,
  wicking,
} from '#server/database/schema.ts'

/**
 * What a shop is, in an order in which each row finds what it refers to. Not among them: devices and sessions, which are let in anew;
 * what is told to screens; and what is kept of cars for sums, which is made anew.
 */
export const tables: Readonly<Record<string, MySqlTable>> = {
  shops,
  owns,
  people,
  audit,
  equipment,
  containers,
  customers,
  ownBodies,
  modelNotes,
  standards,
  standardVersions,
  weather,
  jobs,
  procedures,
  procedureSettings,
  photos,
  events,
  wicking,
  shares,
  messages,
  foretold,
  lots,
  dataSheets,
  batches,
  rinses,
  stockMoves,
  plans,
}

/** Tables whose rows are many and large: they are read by their cars, some at a time. */
export const byCar: ReadonlySet<string> = new Set(['procedures', 'events'])
