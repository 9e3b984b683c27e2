import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { RevisionView } from '#server/procedures/views.ts'
import type { FailedRecheck } from './device-requests.ts'
import { post } from './http.ts'
import { useWaitingRequest } from './requests.ts'

/**
 * Surfaces that failed when judged dry, or at the last look: the procedure gets the next rung, or says why there is none. Without a line it is
 * kept here, and worked out once there is one.
 */
export function useFailRecheck(job: string) {
  const client = useQueryClient()
  const askOrKeep = useWaitingRequest()
  return useMutation({
    mutationFn: (body: FailedRecheck): Promise<RevisionView | 'kept'> =>
      askOrKeep({ kind: 'recheck', job, body }, (id) =>
        post('/api/jobs/:id/recheck', { params: { id: job }, body: { ...body, id } }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
