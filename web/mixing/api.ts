import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { Ratio } from '#core/mixing/schema.ts'
import type { BatchView, ContainerView, DemandView } from '#server/mixing/views.ts'
import { get, post } from '#web/app/http.ts'

export const useContainers = () =>
  useQuery({
    queryKey: ['containers'],
    queryFn: () => get<ContainerView[]>('/api/mixing/containers'),
    staleTime: 300_000,
  })
export const useDemand = () =>
  useQuery({ queryKey: ['demand'], queryFn: () => get<DemandView[]>('/api/mixing/demand') })
export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: () => get<BatchView[]>('/api/mixing/batches') })

export function useLogBatch() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (batch: { product: string; ratio: Ratio; container: string; fill: number }) =>
      post<BatchView>('/api/mixing/batches', { id: uuidv7(), ...batch }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['batches'] }),
  })
}
