import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { Ratio } from '#core/mixing/schema.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { get, post, put, sendFile } from '#web/client/http.ts'

export const useContainers = () =>
  useQuery({ queryKey: ['containers'], queryFn: ({ signal }) => get('/api/mixing/containers', { signal }) })
export const useDemand = () =>
  useQuery({ queryKey: ['demand'], queryFn: ({ signal }) => get('/api/mixing/demand', { signal }) })
export const useBatches = () =>
  useQuery({ queryKey: ['batches'], queryFn: ({ signal }) => get('/api/mixing/batches', { signal }) })
export const useBatch = (id: string) =>
  useQuery({
    queryKey: ['batches', id],
    queryFn: ({ signal }) => get('/api/mixing/batches/:id', { params: { id }, signal }),
  })
export const useDayMix = () =>
  useQuery({ queryKey: ['day-mix'], queryFn: ({ signal }) => get('/api/mixing/day', { signal }) })

export function useKeepSheet(product: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: File) => sendFile('/api/mixing/products/:id/sheet', file, { params: { id: product } }),
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
    mutationFn: (batch: NewBatch) => post('/api/mixing/batches', { body: { id: uuidv7(), ...batch } }),
    onSuccess: () => Promise.all(after.map((queryKey) => client.invalidateQueries({ queryKey }))),
  })
}

/** Takes a batch back that was logged by mistake. */
export function useUndoBatch() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => post('/api/mixing/batches/:id/undo', { params: { id } }),
    onSuccess: () => Promise.all(after.map((queryKey) => client.invalidateQueries({ queryKey }))),
  })
}

export function useRinse() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (container: string) =>
      post('/api/mixing/containers/:id/rinse', { params: { id: container }, body: { id: uuidv7() } }),
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
      put('/api/mixing/containers/:id', { params: { id }, body: container }),
    onSuccess: (list) => client.setQueryData(['containers'], list),
  })
}
