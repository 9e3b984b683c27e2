import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query'
import type { PlanView } from '#server/plan/views.ts'
import { get } from './http.ts'

/** It is shown as it comes, so what nobody has begun moves with the clock. */
export const planQuery = queryOptions({
  queryKey: ['plan'],
  queryFn: ({ signal }) => get('/api/plan', { signal }),
  refetchInterval: 30_000,
})

/** Today's plan, as a screen looks it up; null when there is none yet. */
export const usePlan = <T>(select: (view: PlanView | null) => T) => useQuery({ ...planQuery, select })

/** How sure each car's end is; sampled at the server, and a little behind. */
export const useOdds = (wanted = true) =>
  useQuery({
    queryKey: ['plan', 'odds'],
    queryFn: ({ signal }) => get('/api/plan/odds', { signal }),
    enabled: wanted,
    staleTime: 60_000,
    placeholderData: keepPreviousData,
  })

/** A chance as days of ten, as people say it. */
export const inTen = (chance: number): number => Math.round(10 * chance)
