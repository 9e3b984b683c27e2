import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { get, post } from '#web/client/http.ts'

export const useReport = (id: string) =>
  useQuery({
    queryKey: ['jobs', id, 'report'],
    queryFn: ({ signal }) => get('/api/jobs/:id/report', { params: { id }, signal }),
  })

/** What is not right at the last look gets the next way, or it is said why there is none. */
export function useTreatAgain(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { surfaces: string[]; wicked: boolean; note: string }) =>
      post('/api/jobs/:id/recheck', { params: { id: job }, body }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
