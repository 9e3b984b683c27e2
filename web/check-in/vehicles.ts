import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { Body } from '#core/cabin/schema.ts'
import type { CustomerFields } from '#server/customers/views.ts'
import type { ModelNoteView } from '#server/vehicles/views.ts'
import { get, post, put } from '#web/client/http.ts'

/** What earlier visits tell of a car; null when it has not been here. */
export const useMemory = (plate: string, vin: string, except: string) =>
  useQuery({
    queryKey: ['vehicles', plate, vin, except],
    queryFn: ({ signal }) => get('/api/vehicles', { query: { plate, vin, except }, signal }),
    enabled: plate.trim() !== '' || vin.trim() !== '',
    staleTime: 60_000,
  })

export const useOwnBodies = () =>
  useQuery({ queryKey: ['bodies'], queryFn: ({ signal }) => get('/api/bodies', { signal }) })

export function useSaveBody() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: Body) => put('/api/bodies', { body: { id: uuidv7(), version: 0, body } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['bodies'] }),
  })
}

export function useAddCustomer() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (fields: CustomerFields) => post('/api/customers', { body: { id: uuidv7(), ...fields } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['customers'] }),
  })
}

export const useModelNote = (make: string, model: string) =>
  useQuery({
    queryKey: ['models', make, model],
    queryFn: ({ signal }) => get('/api/models', { query: { make, model }, signal }),
    enabled: make.trim() !== '' && model.trim() !== '',
  })

export function useSaveModelNote(make: string, model: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (note: ModelNoteView) => put('/api/models', { body: { make, model, ...note } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['models', make, model] }),
  })
}

export function useFleet() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (list: { id: string; csv: string; take: 'none' | 'good' | 'all' }) =>
      post('/api/fleet', { body: list }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['day'] }),
  })
}
