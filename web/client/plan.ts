import { useQuery } from '@tanstack/react-query'
import type { PlanView } from '#server/plan/views.ts'
import { get } from './http.ts'

/** The day's plan, as several screens show it. */
export const usePlan = () => useQuery({ queryKey: ['plan'], queryFn: () => get<PlanView | null>('/api/plan') })
