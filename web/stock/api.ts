import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import { get, post } from '#web/client/http.ts'

export const useStock = () => useQuery({ queryKey: ['stock'], queryFn: ({ signal }) => get('/api/stock', { signal }) })

export interface Delivery {
  item: string
  code: string
  amount: number
  price: number
  bestBefore: string | null
}

export function useReceive() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (lot: Delivery) => post('/api/stock/lots', { body: { id: uuidv7(), ...lot } }),
    onSuccess: (view) => client.setQueryData(['stock'], view),
  })
}

export function useCount() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (count: { lot: string; left: number; reason: string }) =>
      post('/api/stock/counts', { body: { id: uuidv7(), ...count } }),
    onSuccess: (view) => client.setQueryData(['stock'], view),
  })
}

export function useTakeCsv() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { csv: string; take: 'none' | 'good' }) => post('/api/stock/csv', { body }),
    onSuccess: (_view, { take }) => take === 'good' && client.invalidateQueries({ queryKey: ['stock'] }),
  })
}
