import type { AnswerOf, BodyOf, Method, ParamsOf, QueryOf } from '#server/http/wire.ts'
import type { Api } from '#server/wire.ts'

/** What the server refused, or that it could not be reached. */
export class ApiError extends Error {
  readonly status: number
  readonly code: string
  readonly errors: { pointer: string; message: string }[]
  readonly current: unknown
  constructor(
    status: number,
    document: { code?: string; detail?: string; errors?: ApiError['errors']; current?: unknown },
  ) {
    super(document.detail ?? `The server answered ${status}.`)
    this.status = status
    this.code = document.code ?? 'unknown'
    this.errors = document.errors ?? []
    this.current = document.current
  }
}

/** Answers that say nothing about the request itself: the line, or whoever stands between, failed, and trying again is right. */
const passing = new Set([0, 408, 425, 429, 500, 502, 503, 504])
export const isPassing = (error: unknown): boolean => error instanceof ApiError && passing.has(error.status)

/** Longest that an answer is waited for, in ms: a line that only seems to be there must not hold anybody up for ever. */
const longestWait = { data: 15_000, file: 120_000 }

const noLine = () =>
  new ApiError(0, {
    code: 'offline',
    detail: 'No connection. What you see is from before. Try again when the signal is back.',
  })

/** Routes of a method, by their path. */
type PathsOf<M extends Method> = keyof Api extends infer N ? (N extends `${M} ${infer P}` ? P : never) : never
type At<M extends Method, P extends string> = `${M} ${P}` extends infer N extends keyof Api ? Api[N] : never

interface More {
  /** The page is going away: the browser sends it all the same. */
  keepalive?: boolean
  /** Nobody waits for the answer any more. */
  signal?: AbortSignal | undefined
}
type Params<P> = [ParamsOf<P>] extends [never] ? { params?: never } : { params: Readonly<Record<ParamsOf<P>, string>> }
type Query<W> = { query?: QueryOf<W> | undefined }
type Asking<P, W> = Params<P> & Query<W> & More
type Bringing<P, W> = Params<P> &
  Query<W> &
  ([BodyOf<W>] extends [undefined] ? { body?: never } : { body: BodyOf<W> }) &
  More
/** Nothing has to be named where a path has no names and nothing is brought. */
type Optional<A> = Record<never, never> extends A ? [more?: A] : [more: A]

interface Any {
  params?: Readonly<Record<string, string>>
  query?: Readonly<Record<string, string | undefined>> | undefined
  body?: unknown
  keepalive?: boolean
  signal?: AbortSignal | undefined
}

/** An address from its pattern: names filled in, query behind it. */
export function addressOf(path: string, { params = {}, query = {} }: Pick<Any, 'params' | 'query'>): string {
  const filled = path.replaceAll(/:([a-z]+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''))
  const asked = Object.entries(query).filter((entry): entry is [string, string] => entry[1] !== undefined)
  return asked.length === 0 ? filled : `${filled}?${new URLSearchParams(asked)}`
}

/** An address that a link or a picture leads to. */
export const linkTo = <P extends PathsOf<'GET'>>(
  path: P,
  ...[more]: Optional<Params<P> & Query<At<'GET', P>>>
): string => addressOf(path, (more ?? {}) as Any)

async function request(
  method: Method,
  path: string,
  { params, query, body, keepalive, signal }: Any = {},
  wanted: 'data' | 'file' = 'data',
): Promise<unknown> {
  const isFile = body instanceof Blob
  const late = AbortSignal.timeout(isFile || wanted === 'file' ? longestWait.file : longestWait.data)
  const init: RequestInit = {
    method,
    credentials: 'same-origin',
    signal: signal ? AbortSignal.any([signal, late]) : late,
    ...(keepalive ? { keepalive } : {}),
  }
  if (isFile) Object.assign(init, { body, headers: { 'content-type': body.type || 'application/octet-stream' } })
  else if (body !== undefined)
    Object.assign(init, { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
  let response: Response
  let text: string
  try {
    response = await fetch(addressOf(path, { ...(params ? { params } : {}), query }), init)
    if (wanted === 'file' && response.ok) return await response.blob()
    text = await response.text()
  } catch (error) {
    // Given up because nobody waits any more: no failure of the line.
    if (signal?.aborted) throw error
    throw noLine()
  }
  if (response.status === 204) return undefined
  let document: object | undefined
  try {
    document = JSON.parse(text) as object
  } catch {
    // An answer that was cut off, or a page of somebody who stands between: it is not the server's.
    if (response.ok) throw noLine()
  }
  if (!response.ok) throw new ApiError(response.status, document ?? {})
  return document
}

export const get = <P extends PathsOf<'GET'>>(path: P, ...[more]: Optional<Asking<P, At<'GET', P>>>) =>
  request('GET', path, more as Any) as Promise<AnswerOf<At<'GET', P>>>
export const post = <P extends PathsOf<'POST'>>(path: P, ...[more]: Optional<Bringing<P, At<'POST', P>>>) =>
  request('POST', path, more as Any) as Promise<AnswerOf<At<'POST', P>>>
export const put = <P extends PathsOf<'PUT'>>(path: P, ...[more]: Optional<Bringing<P, At<'PUT', P>>>) =>
  request('PUT', path, more as Any) as Promise<AnswerOf<At<'PUT', P>>>
export const remove = <P extends PathsOf<'DELETE'>>(path: P, ...[more]: Optional<Params<P> & More>) =>
  request('DELETE', path, more as Any) as Promise<void>
/** Asks for a file as it is. */
export const getFile = <P extends PathsOf<'GET'>>(path: P, ...[more]: Optional<Asking<P, At<'GET', P>>>) =>
  request('GET', path, more as Any, 'file') as Promise<Blob>
/** Sends a file as it is. */
export const sendFile = <P extends PathsOf<'POST'>>(path: P, file: Blob, more: Asking<P, At<'POST', P>>) =>
  request('POST', path, { ...(more as Any), body: file }) as Promise<AnswerOf<At<'POST', P>>>
