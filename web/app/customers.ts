import { useQuery } from '@tanstack/react-query'
import type { CustomerView } from '#server/customers/views.ts'
import { get } from './http.ts'

/** Who brings cars to this shop, by name. */
export const useCustomers = () =>
  useQuery({ queryKey: ['customers'], queryFn: () => get<CustomerView[]>('/api/customers') })
