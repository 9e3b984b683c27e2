import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { PlanAnswer } from '#core/plan/schema.ts'
import type { Away } from '#core/shop/week.ts'
import { get, post, put } from '#web/client/http.ts'

/** Something that makes the plan another: its answer is the plan as it then is. */
function usePlanned<V>(send: (wanted: V) => Promise<unknown>) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: send,
    onSuccess: (plan) => client.setQueryData(['plan'], plan),
    onSettled: () => client.invalidateQueries({ queryKey: ['day'] }),
  })
}

export const useMakePlan = () => usePlanned((_: undefined) => post('/api/plan'))
/** Puts it back to what it was before its last change. */
export const useTakeBack = () => usePlanned((version: number) => post('/api/plan/back', { body: { version } }))
/** Lets go of what somebody moved. */
export const useLetGo = () =>
  usePlanned((body: { version: number; activities: string[] }) => post('/api/plan/let-go', { body }))

/** What planning again would bring, asked as soon as something has happened; the server works it out once for everybody. */
export const useOffer = (version: number) =>
  useQuery({
    queryKey: ['plan', 'offer', version],
    queryFn: ({ signal }) => get('/api/plan/offer', { signal }),
    refetchInterval: 60_000,
  })
export const useKeepOffer = () => usePlanned((offer: string) => post('/api/plan/keep', { body: { offer } }))
export const useLeave = () => usePlanned((version: number) => post('/api/plan/leave', { body: { version } }))

/** Says that somebody is not there, or is again, and plans the day without them. */
export const useAway = () =>
  usePlanned(async ({ id, day, away }: { id: string; day: string; away: Omit<Away, 'day'>[] }) => {
    await put('/api/people/:id/away', { params: { id }, body: { day, away } })
    return post('/api/plan')
  })

export interface Move {
  activity: string
  technicians: string[]
  start: number | null
}
interface Change {
  version: number
  moves: Move[]
}
export type Broken = PlanAnswer['warnings'][number]

/** Moves steps by hand. */
export function useChangePlan() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (change: Change) => put('/api/plan', { body: { ...change, dryRun: false } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['plan'] }),
  })
}

/** What moving steps would break and cost; nothing is asked while nothing is moved. */
export const useAsked = ({ version, moves }: Change) =>
  useQuery({
    queryKey: ['plan', 'asked', version, moves],
    queryFn: ({ signal }) => put('/api/plan', { body: { version, moves, dryRun: true }, signal }),
    enabled: moves.length > 0,
    placeholderData: keepPreviousData,
    staleTime: 20_000,
    gcTime: 30_000,
    retry: false,
  })

/** What would help a car, tried out when it is asked. */
export const useHelp = (job: string, wanted: boolean) =>
  useQuery({
    queryKey: ['plan', 'help', job],
    queryFn: ({ signal }) => get('/api/plan/help/:id', { params: { id: job }, signal }),
    enabled: wanted,
    staleTime: 60_000,
  })
