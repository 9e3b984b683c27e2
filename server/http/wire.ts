import type { Static, TSchema } from '@sinclair/typebox'
import type { Permission } from './roles.ts'

// What goes over the wire, route by route: who may, what is brought, what comes back. Each capability has its own table in `wire.ts`; the
// server's routes are made from it, the description, the checks and the browser's typed client too. It holds schemas and nothing that runs.

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'
/** "GET /api/jobs/:id/work". */
export type WireName = `${Method} /${string}`

export interface Wire {
  /** A permission of the table of roles; anybody: it comes before a session. */
  allow: Permission | 'anybody'
  body?: TSchema
  /** Takes a file of at most so many bytes instead of JSON. */
  upload?: { types: readonly string[]; most: number; words: string }
  /** Query parameters it reads, with what they mean. */
  query?: Readonly<Record<string, string>>
  /** What it writes may be who may do what: sessions are looked up anew after it. */
  rights?: true
  /** What a success holds; none means 204 without a body. */
  answer?: TSchema
  /** A success is a file of one of these types. */
  file?: readonly string[]
}
export type Wires = Readonly<Record<WireName, Wire>>

/** Declares a capability's table; what it says stays in the types. */
export const wires = <const W extends Wires>(table: W): W => table

/** Names in a path: "id" of "/api/jobs/:id". */
export type ParamsOf<Path> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsOf<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never
export type BodyOf<W> = W extends { body: infer B extends TSchema } ? Static<B> : undefined
export type AnswerOf<W> = W extends { answer: infer A extends TSchema } ? Static<A> : undefined
export type QueryOf<W> = W extends { query: infer Q }
  ? { readonly [K in keyof Q]?: string }
  : Readonly<Record<never, never>>
