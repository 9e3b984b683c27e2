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
const patience = { data: 15_000, file: 120_000 }

const noLine = () =>
  new ApiError(0, {
    code: 'offline',
    detail: 'No connection. What you see is from before. Try again when the signal is back.',
  })

interface More {
  /** The page is going away: the browser sends it all the same. */
  keepalive?: boolean
}

async function request<T>(method: string, path: string, body?: unknown, more: More = {}): Promise<T> {
  const isFile = body instanceof Blob
  const init: RequestInit = {
    method,
    credentials: 'same-origin',
    signal: AbortSignal.timeout(isFile ? patience.file : patience.data),
    ...more,
  }
  if (isFile) Object.assign(init, { body, headers: { 'content-type': body.type || 'application/octet-stream' } })
  else if (body !== undefined)
    Object.assign(init, { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
  let response: Response
  let text: string
  try {
    response = await fetch(path, init)
    text = await response.text()
  } catch {
    throw noLine()
  }
  if (response.status === 204) return undefined as T
  let document: object | undefined
  try {
    document = JSON.parse(text) as object
  } catch {
    // An answer that was cut off, or a page of somebody who stands between: it is not the server's.
    if (response.ok) throw noLine()
  }
  if (!response.ok) throw new ApiError(response.status, document ?? {})
  return document as T
}

export const get = <T>(path: string) => request<T>('GET', path)
export const post = <T>(path: string, body?: unknown) => request<T>('POST', path, body)
export const sendFile = <T>(path: string, file: Blob) => request<T>('POST', path, file)
export const put = <T>(path: string, body: unknown, more?: More) => request<T>('PUT', path, body, more)
export const remove = (path: string) => request<void>('DELETE', path)
