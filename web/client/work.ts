import { queryOptions } from '@tanstack/react-query'
import type { Procedure } from '#core/procedures/schema.ts'
import type { WorkView } from '#server/work/views.ts'
import { get } from './http.ts'

/** A job at work: how far it has come, and the procedure it is worked by. */
export type AtWork = WorkView & { procedure: Procedure }

/** How far a job has come. */
export const workQuery = (id: string) =>
  queryOptions({
    queryKey: ['jobs', id, 'work'],
    queryFn: async ({ signal, client }) => {
      const view = await get('/api/jobs/:id/work', { params: { id }, signal })
      // A new version is here before the state that goes by it: no screen is without its procedure in between.
      await client.ensureQueryData(issuedQuery(id, view.version))
      return view
    },
    // It is there for the day, also when the signal is not.
    gcTime: 12 * 3_600_000,
  })

/** An issued version never changes: it is asked for once and kept for the day. */
export const issuedQuery = (id: string, version: number) =>
  queryOptions({
    queryKey: ['issued', id, version],
    queryFn: ({ signal }) =>
      get('/api/jobs/:id/issued', { params: { id }, query: { version: String(version) }, signal }),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 12 * 3_600_000,
  })

/** A job's own row: its check-in, and where it stands. */
export const jobRowQuery = (id: string) =>
  queryOptions({
    queryKey: ['jobs', id, 'row'],
    queryFn: ({ signal }) => get('/api/jobs/:id', { params: { id }, signal }),
    gcTime: 12 * 3_600_000,
  })
