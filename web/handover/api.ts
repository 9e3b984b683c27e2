import { useQuery } from '@tanstack/react-query'
import { get } from '#web/client/http.ts'

export const useReport = (id: string) =>
  useQuery({
    queryKey: ['jobs', id, 'report'],
    queryFn: ({ signal }) => get('/api/jobs/:id/report', { params: { id }, signal }),
  })
