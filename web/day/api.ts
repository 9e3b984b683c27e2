import { useQuery } from '@tanstack/react-query'
import { get } from '#web/client/http.ts'

export const useDay = () =>
  useQuery({ queryKey: ['day'], queryFn: ({ signal }) => get('/api/day', { signal }), refetchInterval: 30_000 })
