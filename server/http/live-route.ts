import type { Hono } from 'hono'
import { streamSSE } from 'hono/streaming'
import { dataHeaders } from './answer.ts'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import { notAllowed } from './problem.ts'
import { requireScope } from './require-scope.ts'
import { may } from './roles.ts'
import type { AppContext } from './route.ts'
import { isOfPeople, Telling } from './telling.ts'

/** The live line: what changed in this shop, from where a stream that lost its line had heard last. */
export function installLive(app: Hono<Env>, context: AppContext, scopes: KnownScopes, ending: AbortSignal) {
  app.get('/api/live', async (c) => {
    const scope = await requireScope(c, scopes)
    if (!may(scope.role, 'day.see')) throw notAllowed(scope.role)
    const last = Number(c.req.header('last-event-id') ?? Number.NaN)
    for (const [name, value] of Object.entries(dataHeaders(c))) c.header(name, value)
    return streamSSE(c, async (stream) => {
      let wake = () => {}
      const queue: Telling[] = []
      const stop = context.live.subscribe((telling) => {
        if (telling.shop !== scope.shop) return
        queue.push(telling)
        wake()
      })
      const end = () => wake()
      ending.addEventListener('abort', end)
      const token = c.get('token')!
      let welcome = true
      stream.onAbort(end)
      // Subscribed first, then what was missed is read: nothing can fall between the two, and what comes live as well is told once.
      const missed = Number.isFinite(last) ? await context.live.since(scope.shop, last) : []
      await stream.writeSSE({ event: missed ? 'hello' : 'reset', data: '{}' })
      const told = new Set(missed?.map(({ seq }) => seq))
      if (missed?.length) await stream.write(new Telling(scope.shop, missed).bytes)
      while (welcome && !stream.aborted && !ending.aborted) {
        const next = queue.shift()?.only(({ seq }) => !told.has(seq))
        if (next) {
          // Whoever was signed out or sent away hears that, and nothing more: their screen then asks and is shown the door.
          if (next.concernsPeople) welcome = (await scopes.of(token)) !== undefined
          const heard = welcome ? next : next.only(isOfPeople)
          if (heard.changes.length > 0) await stream.write(heard.bytes)
          continue
        }
        await new Promise<void>((resolve) => {
          const timer = setTimeout(resolve, 20_000)
          wake = () => {
            clearTimeout(timer)
            resolve()
          }
        })
        // A line now and then, so that a dead connection is noticed at both ends.
        if (queue.length === 0 && !stream.aborted && !ending.aborted)
          await stream.writeSSE({ event: 'still', data: '{}' })
      }
      stop()
      ending.removeEventListener('abort', end)
    })
  })
}
