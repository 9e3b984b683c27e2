import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { BatchView, ContainerView } from '#server/mixing/views.ts'
import type { NewBatch } from '#web/client/device-requests.ts'
import { get, post, put, sendFile } from '#web/client/http.ts'
import { useWaitingRequest } from '#web/client/requests.ts'
import { changedByBatch } from '#web/client/waiting.ts'

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

/** Logs what was mixed; without a line it is kept here, and in the log once there is one. */
export function useLogBatch() {
  const client = useQueryClient()
  const askOrKeep = useWaitingRequest()
  return useMutation({
    mutationFn: (body: NewBatch): Promise<BatchView | 'kept'> =>
      askOrKeep({ kind: 'batch', body }, (id) => post('/api/mixing/batches', { body: { ...body, id } })),
    onSuccess: () => Promise.all(changedByBatch.map((queryKey) => client.invalidateQueries({ queryKey }))),
  })
}

/** Takes a batch back that was logged by mistake. */
export function useUndoBatch() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => post('/api/mixing/batches/:id/undo', { params: { id } }),
    onSuccess: () => Promise.all(changedByBatch.map((queryKey) => client.invalidateQueries({ queryKey }))),
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
