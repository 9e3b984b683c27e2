import { useMutation, useQueryClient } from '@tanstack/react-query'
import { post } from './http.ts'

/** Surfaces that failed when judged dry, or at the last look: the procedure gets the next rung, or says why there is none. */
export function useFailRecheck(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { surfaces: string[]; wicked: boolean; note: string }) =>
      post('/api/jobs/:id/recheck', { params: { id: job }, body }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
