import type { Hono } from 'hono'
import { streamSSE } from 'hono/streaming'
import { dataHeaders } from './answer.ts'
import type { Env } from './env.ts'
import type { KnownScopes } from './known-scopes.ts'
import { notAllowed } from './problem.ts'
import { requireScope } from './require-scope.ts'
import { may } from './roles.ts'
import type { AppContext } from './route.ts'
import type { Change } from './store/changes.ts'

const lines = new WeakMap<Change, string>()
/** A change as it is told; the same text to everybody who listens. */
function lineOf(change: Change): string {
  const known = lines.get(change)
  if (known !== undefined) return known
  const { shop: _shop, ...rest } = change
  const line = `event: change\ndata: ${JSON.stringify(rest)}\nid: ${change.seq}\n\n`
  lines.set(change, line)
  return line
}

/** The live line: what changed in this shop, from where a stream that lost its line had heard last. */
export function installLive(app: Hono<Env>, context: AppContext, scopes: KnownScopes, ending: AbortSignal) {
  app.get('/api/live', async (c) => {
    const scope = await requireScope(c, scopes)
    if (!may(scope.role, 'day.see')) throw notAllowed(scope.role)
    const last = Number(c.req.header('last-event-id') ?? Number.NaN)
    for (const [name, value] of Object.entries(dataHeaders(c))) c.header(name, value)
    return streamSSE(c, async (stream) => {
      let wake = () => {}
      const queue: Change[] = []
      const told = new Set<number>()
      /** Once for each: what was missed may come live as well. */
      const isNews = ({ seq }: Change) => {
        const isNew = !told.has(seq)
        told.add(seq)
        return isNew
      }
      const stop = context.live.subscribe((change) => {
        if (change.shop !== scope.shop) return
        queue.push(change)
        wake()
      })
      const end = () => wake()
      ending.addEventListener('abort', end)
      const token = c.get('token')!
      let welcome = true
      stream.onAbort(end)
      // Subscribed first, then what was missed is read: nothing can fall between the two, and `told` drops what is in both.
      const missed = Number.isFinite(last) ? await context.live.since(scope.shop, last) : []
      await stream.writeSSE({ event: missed ? 'hello' : 'reset', data: '{}' })
      queue.unshift(...(missed ?? []))
      while (welcome && !stream.aborted && !ending.aborted) {
        // All that waits is one write: of a busy yard's taps each screen hears many at once.
        const next = queue.splice(0).filter(isNews)
        if (next.length > 0) {
          // Whoever was signed out or sent away hears that, and nothing more: their screen then asks and is shown the door.
          if (next.some(({ topic }) => topic === 'people')) welcome = (await scopes.of(token)) !== undefined
          const heard = welcome ? next : next.filter(({ topic }) => topic === 'people')
          await stream.write(heard.map(lineOf).join(''))
          continue
        }
        if (told.size > 5000) told.clear()
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
