import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { StandardFile } from '#core/formats/exchange.ts'
import type { PaceView, StandardVersionsView } from '#server/procedures/views.ts'
import { get, put } from '#web/client/http.ts'

export const useStandardVersions = (id: string) =>
  useQuery({
    queryKey: ['standards', id, 'versions'],
    queryFn: () => get<StandardVersionsView>(`/api/standards/${id}/versions`),
  })

export const standardAsFile = (id: string) => get<StandardFile>(`/api/standards/${id}/file`)

export const usePace = () => useQuery({ queryKey: ['pace'], queryFn: () => get<PaceView>('/api/pace') })

export function useKeepRates() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (rates: Record<string, number>) => put<PaceView>('/api/pace', { rates }),
    onSuccess: (view) => {
      client.setQueryData(['pace'], view)
      void client.invalidateQueries({ queryKey: ['jobs'] })
    },
  })
}
