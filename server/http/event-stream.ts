import type { Hono } from 'hono'
import { streamSSE } from 'hono/streaming'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { ownCatalogue } from '#core/shop/catalogue.ts'
import { dataHeaders } from './answer.ts'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import { notAllowed } from './problem.ts'
import { requireScope } from './require-scope.ts'
import { may, type Permission } from './roles.ts'
import type { Scope } from './scope.ts'

/** Server-sent events of one thing, as long as somebody listens and there is something to say. */
export interface EventStream {
  path: string
  summary: string
  allow: Permission
  /** Milliseconds between two looks. */
  every: number
  /** @returns what says the next; undefined: it is over. @throws Problem before the stream begins */
  open(call: {
    scope: Scope
    catalogue: Catalogue
    params: Readonly<Record<string, string>>
    query: Readonly<Record<string, string>>
  }): Promise<() => Promise<{ event: string; data: object } | undefined>>
}

/** Nobody holds a device to one place for longer than this: looks after which a stream ends by itself. */
const mostLooks = 300

export function installEventStream(
  app: Hono<Env>,
  { path, allow, every, open }: EventStream,
  shipped: Catalogue,
  scopes: KnownScopes,
  ending: AbortSignal,
) {
  app.get(path, async (c) => {
    const scope = await requireScope(c, scopes)
    if (!may(scope.role, allow)) throw notAllowed(scope.role)
    const next = await open({
      scope,
      catalogue: ownCatalogue(shipped, scope.own),
      params: c.req.param(),
      query: c.req.query(),
    })
    const token = c.get('token')!
    for (const [name, value] of Object.entries(dataHeaders(c))) c.header(name, value)
    return streamSSE(c, async (stream) => {
      let wake = () => {}
      const end = () => wake()
      ending.addEventListener('abort', end)
      stream.onAbort(end)
      for (let looks = 0; looks < mostLooks; looks++) {
        // Whoever was signed out or sent away hears nothing more.
        const said = stream.aborted || ending.aborted || !(await scopes.of(token)) ? undefined : await next()
        if (!said) break
        await stream.writeSSE({ event: said.event, data: JSON.stringify(said.data) })
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, every)
          wake = () => {
            clearTimeout(timer)
            resolve()
          }
        })
      }
      ending.removeEventListener('abort', end)
      if (!stream.aborted) await stream.writeSSE({ event: 'over', data: '{}' })
    })
  })
}
