import type { Context } from 'hono'
import { Problem } from './problem.ts'
import type { Route } from './route.ts'

/** Methods that may bring a body. */
export const bodyMethods = new Set(['POST', 'PUT'])

/** @throws Problem 415 or 400 for what is not JSON */
export async function jsonBody(c: Context): Promise<unknown> {
  const type = c.req.header('content-type') ?? ''
  if (!type.toLowerCase().startsWith('application/json'))
    throw new Problem(415, 'not-json', 'Send the body as application/json.')
  const text = await c.req.text()
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Problem(400, 'not-json', `The body is not JSON: ${(error as Error).message}.`)
  }
}

/** The bytes of an upload. What they really are is for the handler to find out: a type is only a claim. */
export async function uploaded(
  c: Context,
  { types, most, words }: NonNullable<Route['upload']>,
): Promise<Uint8Array<ArrayBuffer>> {
  const type = (c.req.header('content-type') ?? '').split(';')[0]!.trim().toLowerCase()
  if (!types.includes(type))
    throw new Problem(415, 'wrong-type', `Send ${words}; this says it is “${type.slice(0, 80)}”.`)
  const bytes = new Uint8Array(await c.req.arrayBuffer())
  if (bytes.length === 0) throw new Problem(400, 'empty', 'The file is empty.')
  if (bytes.length > most) throw new Problem(413, 'too-large', `The file is larger than ${most / 1024 ** 2} MB.`)
  return bytes
}
