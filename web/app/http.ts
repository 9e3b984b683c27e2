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

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const init: RequestInit = { method, credentials: 'same-origin' }
  if (body instanceof Blob)
    Object.assign(init, { body, headers: { 'content-type': body.type || 'application/octet-stream' } })
  else if (body !== undefined)
    Object.assign(init, { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
  let response: Response
  try {
    response = await fetch(path, init)
  } catch {
    throw new ApiError(0, {
      code: 'offline',
      detail: 'No connection. What you see is from before; nothing you did is lost. Try again when the signal is back.',
    })
  }
  if (response.status === 204) return undefined as T
  const document = await response.json().catch(() => ({}))
  if (!response.ok) throw new ApiError(response.status, document)
  return document as T
}

export const get = <T>(path: string) => request<T>('GET', path)
export const post = <T>(path: string, body?: unknown) => request<T>('POST', path, body)
export const sendFile = <T>(path: string, file: Blob) => request<T>('POST', path, file)
export const put = <T>(path: string, body: unknown) => request<T>('PUT', path, body)
export const remove = (path: string) => request<void>('DELETE', path)
