import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { CheckIn } from '#core/procedures/schema.ts'
import type { JobView } from '#server/check-in/views.ts'
import type { DayView } from '#server/day/views.ts'
import { get, post, put } from '#web/app/http.ts'

export const useDrafts = () =>
  useQuery({
    queryKey: ['day'],
    queryFn: () => get<DayView>('/api/day'),
    select: (day) => day.jobs.filter((j) => j.state === 'draft'),
  })

export const useOpenJob = () =>
  useMutation({
    mutationFn: (job: { checkIn: CheckIn; arrives: string; due: string | null }) =>
      post<JobView>('/api/jobs', { id: uuidv7(), ...job }),
  })

/** Saves a draft over the version it was made from; the answer carries the next version. */
export function useSaveDraft(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (draft: { version: number; checkIn: CheckIn; due: string | null }) =>
      put<JobView>(`/api/jobs/${id}/check-in`, draft),
    onSuccess: (job) => {
      client.setQueryData(['jobs', id, 'row'], job)
      void client.invalidateQueries({ queryKey: ['jobs', id, 'procedure'] })
    },
  })
}
