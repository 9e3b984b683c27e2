import type { Context } from 'hono'
import type { Env } from './env.ts'

/** Answers of the interface are data: no page may be made of them, shown in a frame or read by another site. */
const ofData = {
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'; sandbox",
  'x-content-type-options': 'nosniff',
  'cross-origin-resource-policy': 'same-origin',
  'referrer-policy': 'no-referrer',
}

export const ofJson = { 'content-type': 'application/json' }

/** What every answer of the interface carries. */
export const dataHeaders = (c: Context<Env>): Record<string, string> => ({
  ...ofData,
  'cache-control': c.req.method === 'GET' ? 'private, no-cache' : 'no-store',
  'x-request-id': c.get('requestId'),
})

/**
 * An answer of the interface. Its headers are one plain record from here to the socket: setting them one by one costs a small answer more
 * than all else that is done for it.
 * @param cookies whole Set-Cookie lines
 */
export function answered(
  c: Context<Env>,
  body: string | Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array> | null,
  status: number,
  headers: Record<string, string>,
  cookies: readonly string[] = [],
): Response {
  const response = new Response(body, { status, headers: { ...dataHeaders(c), ...headers } })
  for (const cookie of cookies) response.headers.append('set-cookie', cookie)
  return response
}
