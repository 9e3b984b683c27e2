import { get } from './http.ts'

/** What the shop is, writes and has: one question for whoever needs some of it. */
export const shopQuery = {
  queryKey: ['shop'],
  queryFn: ({ signal }: { signal?: AbortSignal } = {}) => get('/api/shop', signal ? { signal } : {}),
  staleTime: 300_000,
}
