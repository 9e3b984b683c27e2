import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { get, put } from '#web/client/http.ts'

export const useStandardVersions = (id: string) =>
  useQuery({
    queryKey: ['standards', id, 'versions'],
    queryFn: ({ signal }) => get('/api/standards/:id/versions', { params: { id }, signal }),
  })

export const standardAsFile = (id: string) => get('/api/standards/:id/file', { params: { id } })

export const usePace = () => useQuery({ queryKey: ['pace'], queryFn: ({ signal }) => get('/api/pace', { signal }) })

export function useKeepRates() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (rates: Record<string, number>) => put('/api/pace', { body: { rates } }),
    onSuccess: (view) => {
      client.setQueryData(['pace'], view)
      void client.invalidateQueries({ queryKey: ['jobs'] })
    },
  })
}
