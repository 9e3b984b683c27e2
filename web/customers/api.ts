import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { CustomerView } from '#server/customers/views.ts'
import { post, put, remove } from '#web/client/http.ts'

export function useChangeCustomer() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, ...fields }: CustomerView) => put('/api/customers/:id', { params: { id }, body: fields }),
    onSettled: () => client.invalidateQueries({ queryKey: ['customers'] }),
  })
}

export function useEraseCustomer() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => remove('/api/customers/:id', { params: { id } }),
    // What is gone is not asked for again.
    onSuccess: (_, id) => client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[2] !== id }),
  })
}

export function useTakeCustomers() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { csv: string; take: 'none' | 'good' }) => post('/api/customers/csv', { body }),
    onSuccess: (_view, { take }) => take === 'good' && client.invalidateQueries({ queryKey: ['customers'] }),
  })
}
