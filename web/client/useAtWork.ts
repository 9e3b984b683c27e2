import { type QueryClient, queryOptions, useQuery } from '@tanstack/react-query'
import type { DayView } from '#server/day/views.ts'
import { get } from './http.ts'
import { useSignedIn } from './session.ts'

export const dayQuery = queryOptions({ queryKey: ['day'], queryFn: ({ signal }) => get('/api/day', { signal }) })

const works = (person: string) => (day: DayView) => day.jobs.some((job) => job.hands.includes(person))

/** Whether a step or a timer of the person who is here runs, as far as is known. */
export const useAtWork = (): boolean => {
  const { person } = useSignedIn()
  return useQuery({ ...dayQuery, enabled: false, select: works(person) }).data ?? false
}

/**
 * Whether a person may be signed out because nobody has touched the device: not while a step or a timer of theirs runs, and not without a
 * line, when nobody could sign in again.
 */
export async function mayBeSignedOut(client: QueryClient, person: string): Promise<boolean> {
  try {
    return !works(person)(await client.fetchQuery({ ...dayQuery, staleTime: 0, retry: false }))
  } catch {
    return false
  }
}
