import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useSyncExternalStore } from 'react'
import { timersOf } from '#core/job/reduce.ts'
import { outbox } from './device-outbox.ts'
import type { Kept } from './outbox.ts'
import { useSignedIn } from './session.ts'
import type { AtWork } from './work.ts'

/** Taps with which a dwell may begin, and milliseconds after which none of them runs any more. */
const begins = new Set<string>(['step-finished', 'timer-started', 'dried-on'])
const longest = 90 * 60_000

const mayRun = ({ event }: Kept) => begins.has(event.type) && Date.parse(event.deviceTime) > Date.now() - longest

/** Cars in which a dwell of the person who is here may run: those tapped on this device, and of the rest what it knows. */
export function useDwellingCars(): string[] {
  const client = useQueryClient()
  const { person } = useSignedIn()
  const subscribe = useCallback(
    (listener: () => void) => {
      const both = [outbox.subscribe(listener), client.getQueryCache().subscribe(listener)]
      return () => {
        for (const leave of both) leave()
      }
    },
    [client],
  )
  const ids = useSyncExternalStore(subscribe, () => {
    const tapped = [...outbox.snapshot(), ...outbox.sent()]
      .filter((e) => e.person === person && mayRun(e))
      .map((e) => e.job)
    const known = client
      .getQueryCache()
      .findAll({ queryKey: ['jobs'], predicate: ({ queryKey }) => queryKey[2] === 'work' })
      .flatMap(({ queryKey, state: { data } }) =>
        data && timersOf((data as AtWork).state, person).length > 0 ? [String(queryKey[1])] : [],
      )
    return [...new Set([...tapped, ...known])].sort().join(' ')
  })
  return useMemo(() => ids.split(' ').filter(Boolean), [ids])
}
