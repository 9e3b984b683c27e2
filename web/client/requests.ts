import { useCallback, useMemo, useSyncExternalStore } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { WaitingRequest } from './device-requests.ts'
import { isPassing } from './http.ts'
import { useSignedIn } from './session.ts'
import { waitingRequests } from './waiting.ts'

type Kinds<R> = R extends WaitingRequest ? Omit<R, 'id' | 'person' | 'deviceTime' | 'refused'> : never
/** What is asked of the server, of any kind. */
export type NewRequest = Kinds<WaitingRequest>

/** Asks the server; without a line the request is kept under the id that it was tried with, so that twice is once. */
export function useWaitingRequest() {
  const { person } = useSignedIn()
  return useCallback(
    async <Answer>(request: NewRequest, ask: (id: string) => Promise<Answer>): Promise<Answer | 'kept'> => {
      const id = uuidv7()
      const deviceTime = new Date().toISOString()
      try {
        return await ask(id)
      } catch (error) {
        if (!isPassing(error)) throw error
        await (await waitingRequests.box()).keep({ ...request, id, person, deviceTime } as WaitingRequest)
        return 'kept'
      }
    },
    [person],
  )
}

/** What waits here of one kind, of whoever is here, and was not refused. */
export function useWaitingOf<Kind extends WaitingRequest['kind']>(kind: Kind) {
  const { person } = useSignedIn()
  const all = useSyncExternalStore(waitingRequests.subscribe, waitingRequests.snapshot)
  return useMemo(
    () =>
      all.filter(
        (r): r is Extract<WaitingRequest, { kind: Kind }> =>
          r.kind === kind && r.person === person && r.refused === undefined,
      ),
    [all, kind, person],
  )
}

/** Takes back what waits here: it was a slip, and the server has not heard of it. */
export const takeBackRequest = (id: string): void => void waitingRequests.box().then((box) => box.dismiss(id))
