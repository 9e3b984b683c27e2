import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { WorkEvent, WorkIntent } from '#core/work/schema.ts'
import type { WorkView } from '#server/work/views.ts'
import { get, post } from './http.ts'

export const useWork = (id: string) =>
  useQuery({
    queryKey: ['jobs', id, 'work'],
    queryFn: () => get<WorkView>(`/api/jobs/${id}/work`),
    refetchInterval: 60_000,
  })

function deviceName(): string {
  let name = localStorage.getItem('device')
  if (!name) {
    name = uuidv7()
    localStorage.setItem('device', name)
  }
  return name
}

function nextSequence(): number {
  const next = Number(localStorage.getItem('device-seq') ?? 0) + 1
  localStorage.setItem('device-seq', String(next))
  return next
}

export type Say = Pick<WorkIntent, 'type'> & { data: WorkIntent['data'] }

/** Says something to a job's ledger. A repeated try after a lost answer carries the same id, so it counts once. */
export function useSay(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async (say: Say) => {
      const event = {
        ...say,
        id: uuidv7(),
        device: deviceName(),
        deviceSeq: nextSequence(),
        deviceTime: new Date().toISOString(),
      }
      const send = () => post<WorkEvent>(`/api/jobs/${job}/events`, event)
      return send().catch((error) => {
        if (error.code !== 'offline') throw error
        return send()
      })
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['jobs', job] }),
  })
}
