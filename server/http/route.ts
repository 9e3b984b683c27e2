import type { Static, TSchema } from '@sinclair/typebox'
import type { Logger } from 'pino'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Database } from '#server/database/connection.ts'
import type { FileStore } from '#server/files/by-content.ts'
import type { Outside } from '#server/http/middleware/caller.ts'
import type { Permission } from './roles.ts'
import type { Scope } from './scope.ts'
import type { Live } from './stream.ts'

/** What capabilities may use of the world. */
export interface World {
  db: Database
  live: Live
  catalogue: Catalogue
  log: Logger
  files: FileStore
  now(): string
  /** How fast one caller may ask, on average; bursts of four times as many. */
  requestsPerSecond?: number
  outside?: Outside
}
/** What a route with `file` answers. */
export interface FileAnswer {
  type: string
  bytes: Uint8Array
  /** Offered to be kept under this name; none: shown. */
  name?: string
}
export interface Call<B> {
  scope: Scope
  params: Record<string, string>
  query: Record<string, string>
  body: B
  /** What came to a route with `upload`. */
  bytes: Uint8Array
}
export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  path: string
  allow: Permission
  body?: TSchema
  /** Takes a file of at most so many bytes instead of JSON. */
  upload?: { types: readonly string[]; most: number; words: string }
  /** Query parameters it reads, with what they mean. */
  query?: Record<string, string>
  /** What it writes may be who may do what: sessions are looked up anew after it. */
  rights?: true
  /** What a success holds; none means 204 without a body. */
  answer?: TSchema
  /** A success is a file of one of these types. */
  file?: readonly string[]
  handle(call: Call<never>): Promise<unknown>
}

/** Declares a route; the body's type follows from its schema, which the app checks before `handle` is called. */
export function route<B extends TSchema>(
  definition: Omit<Route, 'handle' | 'body'> & { body: B; handle(call: Call<Static<B>>): Promise<unknown> },
): Route
export function route(
  definition: Omit<Route, 'handle' | 'body'> & { handle(call: Call<undefined>): Promise<unknown> },
): Route
export function route(definition: object): Route {
  return definition as Route
}
