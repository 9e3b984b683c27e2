import type { QueryClient } from '@tanstack/react-query'
import type { WorkIntent } from '#core/job/schema.ts'
import type { AnswerOf } from '#server/http/wire.ts'
import type { Api } from '#server/wire.ts'
import { ApiError, isPassing, post } from './http.ts'
import { keptEvents } from './kept-events.ts'
import { followOwn } from './news.ts'
import { type Answer, type Kept, type KeptStore, Outbox, type Settled } from './outbox.ts'

async function answered(sending: Promise<readonly number[]>): Promise<Answer> {
  try {
    return { is: 'stored', positions: await sending }
  } catch (error) {
    if (isPassing(error)) return { is: 'no-line' }
    if (error instanceof ApiError && error.status === 401) return { is: 'signed-out' }
    const { message, code = 'unknown' } = error as ApiError
    return { is: 'refused', message, code }
  }
}

/** Where a browser forbids its own database, things lie in the page alone; what is kept is then only kept while it stands. */
function pageOnly(): KeptStore {
  let rows: Kept[] = []
  let next = 0
  return {
    all: async () => rows,
    async add(entry) {
      const kept = { ...entry, order: ++next, event: { ...entry.event, deviceSeq: next } }
      rows = [...rows, kept]
      return kept
    },
    put: async (entry) => {
      rows = rows.map((r) => (r.order === entry.order ? entry : r))
    },
    remove: async (orders) => {
      rows = rows.filter((r) => !orders.includes(r.order))
    },
  }
}

let durable = true
/** False when this browser keeps nothing: leaving the page then loses what was not sent. */
export const keepsEvents = (): boolean => durable

/** The browser's own database, or, where it cannot be opened at all, the page. What fails later is said, not hidden. */
function deviceStore(): KeptStore {
  const own = keptEvents()
  const chosen = own.all().then(
    () => own,
    (error: unknown) => {
      console.warn('This browser has no database for pages; what is tapped is kept in the page alone.', error)
      durable = false
      return pageOnly()
    },
  )
  return {
    all: async () => (await chosen).all(),
    add: async (entry) => (await chosen).add(entry),
    put: async (entry) => (await chosen).put(entry),
    remove: async (orders) => (await chosen).remove(orders),
  }
}

const pages = new BroadcastChannel('outbox')

let client: QueryClient | undefined
/** Screens that show a ledger are told through the client's cache. */
export const connectOutbox = (queries: QueryClient): void => {
  client = queries
}

/** Where what was sent stands in the ledger: one event, or several. */
const positionsIn = (stored: AnswerOf<Api['POST /api/jobs/:id/events']>): number[] =>
  'events' in stored ? stored.events.map((e) => e.position) : [stored.position]

/** What was tapped on this device, for all pages of this browser. */
export const outbox = new Outbox({
  store: deviceStore(),
  wire: {
    intent: (job, event: WorkIntent) =>
      answered(post('/api/jobs/:id/events', { params: { id: job }, body: event }).then(positionsIn)),
    facts: (job, events) =>
      answered(
        post('/api/jobs/:id/events', {
          params: { id: job },
          body: { events: [...events], sentAt: new Date().toISOString() },
        }).then(positionsIn),
      ),
  },
  // Locks are not there over plain http from another machine; sending twice is one event all the same.
  alone: <T>(work: () => Promise<T>) =>
    navigator.locks ? (navigator.locks.request('outbox', work) as Promise<T>) : work(),
  stored: (job, types) => client && followOwn(client, job, types),
  announce: (settled) => pages.postMessage(settled),
})
pages.onmessage = ({ data }: MessageEvent<Settled[]>) => void outbox.heard(data)
