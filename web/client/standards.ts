import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { StandardFile } from '#core/formats/exchange.ts'
import type { StandardSettings } from '#core/procedures/schema.ts'
import type { HouseRulesView } from '#server/procedures/views.ts'
import { get, post, put } from './http.ts'

// House rules and named standards are kept on one screen and used on another.

export const useHouseRules = () =>
  useQuery({ queryKey: ['house-rules'], queryFn: ({ signal }) => get('/api/house-rules', { signal }) })

export function useKeepHouseRules() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (rules: HouseRulesView) => put('/api/house-rules', { body: rules }),
    onSuccess: (rules) => {
      client.setQueryData(['house-rules'], rules)
      void client.invalidateQueries({ queryKey: ['jobs'] })
    },
  })
}

export const useStandards = () =>
  useQuery({ queryKey: ['standards'], queryFn: ({ signal }) => get('/api/standards', { signal }) })

export interface StandardDraft {
  id: string
  /** The version it is changed from; 0 is a new one. */
  version: number
  name: string
  note: string
  settings: StandardSettings
  retired?: boolean
}

export function useKeepStandard() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...standard }: StandardDraft) => put('/api/standards/:id', { params: { id }, body: standard }),
    onSuccess: (list) => {
      client.setQueryData(['standards'], list)
      void client.invalidateQueries({ queryKey: ['standards'] })
    },
  })
}

export function useBringStandard() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (file: StandardFile) => post('/api/standards', { body: { id: uuidv7(), file } }),
    onSuccess: (list) => client.setQueryData(['standards'], list),
  })
}
