import type { Logger } from 'pino'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { MeterSource } from '#core/drying/meter.ts'
import type { Database } from '#server/database/connection.ts'
import type { FileStore } from '#server/files/by-content.ts'
import type { Outside } from '#server/http/middleware/caller.ts'
import type { Scope } from './scope.ts'
import type { Live } from './stream.ts'
import type { AnswerOf, BodyOf, Method, ParamsOf, QueryOf, Wire, WireName, Wires } from './wire.ts'

/** What capabilities may use of the world. */
export interface AppContext {
  db: Database
  live: Live
  /** The shipped one. */
  catalogue: Catalogue
  log: Logger
  files: FileStore
  now(): string
  /** How fast one caller may ask, on average; bursts of four times as many. */
  requestsPerSecond?: number
  outside?: Outside
  /** Where moisture is measured by a device; none: readings are typed. */
  meter?: MeterSource
}
/** What a route with `file` answers. */
export interface FileAnswer {
  type: string
  /** A stream for what is too long to be held at once. */
  bytes: Uint8Array | ReadableStream<Uint8Array>
  /** Offered to be kept under this name; none: shown. */
  name?: string
}
/** The cookies a device is known by; only routes that come before a session use them. */
export interface Cookies {
  read(name: string): string | undefined
  keep(name: string, value: string, seconds: number): void
  drop(name: string): void
}
export interface Call<N, W> {
  /** Whoever is signed in; on a route for anybody perhaps nobody. */
  scope: W extends { allow: 'anybody' } ? Scope | undefined : Scope
  /** The shop's own catalogue; the shipped one where nobody is signed in. */
  catalogue: Catalogue
  params: Readonly<Record<ParamsOf<N>, string>>
  query: QueryOf<W>
  body: BodyOf<W>
  /** What came to a route with `upload`. */
  bytes: Uint8Array
  cookies: Cookies
}
type Answer<W> = W extends { file: readonly string[] }
  ? FileAnswer
  : AnswerOf<W> extends undefined
    ? Nothing
    : AnswerOf<W>
// biome-ignore lint/suspicious/noConfusingVoidType: what a handler without an answer returns
type Nothing = void
/** What each route of a table does. */
export type Handlers<T extends Wires> = {
  readonly [N in keyof T]: (call: Call<N, T[N]>) => Promise<Answer<T[N]>>
}

export interface Route extends Wire {
  method: Method
  path: string
  handle(call: Call<string, Wire>): Promise<unknown>
}

/** A capability's routes: its table, and what each entry does. The types of both follow from the table. */
export function routes<const T extends Wires>(table: T, handlers: Handlers<T>): Route[] {
  return (Object.keys(table) as (keyof T & WireName)[]).map((name) => {
    const [method, path] = name.split(' ') as [Method, string]
    return { ...table[name], method, path, handle: handlers[name] as unknown as Route['handle'] }
  })
}
