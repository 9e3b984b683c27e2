import { queryOptions, useQuery } from '@tanstack/react-query'
import { get } from './http.ts'

export const planQuery = queryOptions({ queryKey: ['plan'], queryFn: ({ signal }) => get('/api/plan', { signal }) })

/** Today's plan; null when there is none yet. */
export const usePlan = () => useQuery(planQuery)
