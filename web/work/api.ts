import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { RevisionView } from '#server/procedures/views.ts'
import type { Finding } from '#web/client/device-requests.ts'
import { get, post } from '#web/client/http.ts'
import { useWaitingRequest } from '#web/client/requests.ts'

export const useJobsAtWork = () =>
  useQuery({
    queryKey: ['day'],
    queryFn: ({ signal }) => get('/api/day', { signal }),
    select: (day) => day.jobs.filter((j) => j.state === 'checked-in'),
  })

/** Says that a finding that stops is cleared: who it is follows from who is here; the procedure is made anew without the hold. */
export function useClearStop(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { step: string; references: Record<string, string>; note: string }) =>
      post('/api/jobs/:id/stops', { params: { id: job }, body }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}

/** Something found at work that stops: it is written into the car, and the procedure is made anew with it. */
export function useHazard(job: string) {
  const client = useQueryClient()
  const askOrKeep = useWaitingRequest()
  return useMutation({
    mutationFn: (body: Finding): Promise<RevisionView | 'kept'> =>
      askOrKeep({ kind: 'finding', job, body }, (id) =>
        post('/api/jobs/:id/findings', { params: { id: job }, body: { ...body, id } }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
