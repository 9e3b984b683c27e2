import { useQuery } from '@tanstack/react-query'
import type { DayView } from '#server/day/views.ts'
import { get } from '#web/app/http.ts'

export const useJobsAtWork = () =>
  useQuery({
    queryKey: ['day'],
    queryFn: () => get<DayView>('/api/day'),
    select: (day) => day.jobs.filter((j) => j.state === 'checked-in'),
  })
