import type { MiddlewareHandler } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { Problem } from '#server/http/problem.ts'

/**
 * Refuses bodies over a size. A body that says its length is judged by it (the HTTP parser lets no more through), which spares
 * wrapping every request in a stream; one that does not is counted as it comes.
 */
export function bodySize(most: number, words: string): MiddlewareHandler {
  const tooLarge = () => new Problem(413, 'too-large', `The body is larger than ${words}.`)
  const counted = bodyLimit({
    maxSize: most,
    onError: () => {
      throw tooLarge()
    },
  })
  return (c, next) => {
    if (c.req.method === 'GET' || c.req.method === 'HEAD') return next()
    const said = c.req.header('content-length')
    if (said === undefined) return counted(c, next)
    if (Number(said) > most) throw tooLarge()
    return next()
  }
}
