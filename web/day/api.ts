import { useQuery } from '@tanstack/react-query'
import type { DayView } from '#server/day/views.ts'
import { get } from '#web/client/http.ts'

export const useDay = () =>
  useQuery({ queryKey: ['day'], queryFn: () => get<DayView>('/api/day'), refetchInterval: 30_000 })
