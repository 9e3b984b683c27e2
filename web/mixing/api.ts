import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { Ratio } from '#core/mixing/schema.ts'
import type { BatchView, ContainerView, DayMixView, DemandView, SheetView } from '#server/mixing/views.ts'
import { get, post, put, sendFile } from '#web/client/http.ts'

export const useContainers = () =>
  useQuery({ queryKey: ['containers'], queryFn: () => get<ContainerView[]>('/api/mixing/containers') })
export const useDemand = () =>
  useQuery({ queryKey: ['demand'], queryFn: () => get<DemandView[]>('/api/mixing/demand') })
export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: () => get<BatchView[]>('/api/mixing/batches') })
export const useBatch = (id: string) =>
  useQuery({ queryKey: ['batches', id], queryFn: () => get<BatchView>(`/api/mixing/batches/${id}`) })
export const useDayMix = () => useQuery({ queryKey: ['day-mix'], queryFn: () => get<DayMixView>('/api/mixing/day') })

export const useSheets = () =>
  useQuery({ queryKey: ['data-sheets'], queryFn: () => get<SheetView[]>('/api/mixing/sheets') })

export function useKeepSheet(product: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: File) => sendFile<SheetView[]>(`/api/mixing/products/${product}/sheet`, file),
    onSuccess: (list) => client.setQueryData(['data-sheets'], list),
  })
}

/** What a batch changes: the log, what stands in the bottles, what is still to mix, the shelf. */
const after = [['batches'], ['containers'], ['day-mix'], ['stock']]

export interface NewBatch {
  product: string
  ratio: Ratio
  container: string
  fill: number
  leftover?: number
  poured?: number
}

export function useLogBatch() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (batch: NewBatch) => post<BatchView>('/api/mixing/batches', { id: uuidv7(), ...batch }),
    onSuccess: () => Promise.all(after.map((queryKey) => client.invalidateQueries({ queryKey }))),
  })
}

export function useRinse() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (container: string) =>
      post<ContainerView[]>(`/api/mixing/containers/${container}/rinse`, { id: uuidv7() }),
    onSuccess: (list) => {
      client.setQueryData(['containers'], list)
      void client.invalidateQueries({ queryKey: ['day-mix'] })
    },
  })
}

export function useKeepContainer() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, content: _content, ...container }: ContainerView) =>
      put<ContainerView[]>(`/api/mixing/containers/${id}`, container),
    onSuccess: (list) => client.setQueryData(['containers'], list),
  })
}
