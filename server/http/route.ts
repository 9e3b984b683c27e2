import type { Static, TSchema } from '@sinclair/typebox'
import type { Logger } from 'pino'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import type { Database } from '#server/database/connection.ts'
import type { Live } from './live.ts'
import type { Permission } from './roles.ts'
import type { Scope } from './scope.ts'

/** What capabilities may use of the world. */
export interface World {
  db: Database
  live: Live
  catalogue: Catalogue
  log: Logger
  now(): string
  /** How fast one caller may ask, on average; bursts of four times as many. */
  requestsPerSecond?: number
}
export interface Call<B> {
  scope: Scope
  params: Record<string, string>
  query: Record<string, string>
  body: B
}
export interface Route {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  path: string
  allow: Permission
  body?: TSchema
  /** Query parameters it reads, with what they mean. */
  query?: Record<string, string>
  /** What it writes may be who may do what: sessions are looked up anew after it. */
  rights?: true
  /** What a success holds; none means 204 without a body. */
  answer?: TSchema
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
