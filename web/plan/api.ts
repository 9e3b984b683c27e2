import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { PlanAnswer } from '#core/plan/schema.ts'
import { post, put } from '#web/client/http.ts'

export function useMakePlan() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => post('/api/plan'),
    onSuccess: (plan) => client.setQueryData(['plan'], plan),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  })
}

interface Change {
  version: number
  activity: string
  technicians: string[]
  dryRun: boolean
}
export type Broken = PlanAnswer['warnings'][number]

/** Asks what a change would break (`dryRun`), or makes it. */
export function useChangePlan() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: Change) => put('/api/plan', { body: change }),
    onSuccess: (_answer, change) => {
      if (!change.dryRun) void client.invalidateQueries({ queryKey: ['plan'] })
    },
  })
}
