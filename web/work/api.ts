import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { DayView } from '#server/day/views.ts'
import type { RevisionView } from '#server/procedures/views.ts'
import { get, post } from '#web/app/http.ts'

export const useJobsAtWork = () =>
  useQuery({
    queryKey: ['day'],
    queryFn: () => get<DayView>('/api/day'),
    select: (day) => day.jobs.filter((j) => j.state === 'checked-in'),
  })

/** Surfaces that failed when judged dry: the procedure gets the next rung, or says why there is none. */
export function useFailRecheck(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { surfaces: string[]; note: string }) => post<RevisionView>(`/api/jobs/${job}/recheck`, body),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
