import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { needsOf } from '#core/job/needs.ts'
import { minutesLeft, petalsOf } from '#core/job/progress.ts'
import { reduce } from '#core/job/reduce.ts'
import type { WorkEvent, WorkIntent, WorkState } from '#core/job/schema.ts'
import { inTodaysAir } from '#core/job/todays-air.ts'
import { outbox } from './device-outbox.ts'
import { followTap } from './news.ts'
import type { Kept, Outcome } from './outbox.ts'
import { useCatalogue, useSignedIn } from './session.ts'
import { type AtWork, issuedQuery, workQuery } from './work.ts'

export type { AtWork }

const noEvents: readonly Kept[] = []
const useKeptOf = (job: string): readonly Kept[] => {
  const all = useSyncExternalStore(outbox.subscribe, outbox.snapshot)
  return useMemo(() => {
    const mine = all.filter((e) => e.job === job)
    return mine.length > 0 ? mine : noEvents
  }, [all, job])
}

/** A thing that waits here, as the ledger will have it. */
const asEvent = ({ event, job, person }: Kept, position: number): WorkEvent =>
  ({ ...event, job, position, author: person, serverTime: event.deviceTime }) as WorkEvent

/** The state with what was tapped here on top, though the server has not said it back yet. */
export function withKept(view: AtWork, waiting: readonly WorkEvent[]): WorkState {
  return waiting.reduce(
    (state, event) => ({ ...reduce(state, event, view.procedure), position: state.position }),
    view.state,
  )
}

/** A job at work as the server has it, with what was tapped on this device already in it. */
export function useWork(id: string) {
  const client = useQueryClient()
  const work = useQuery(workQuery(id))
  const version = work.data?.version
  const issued = useQuery({ ...issuedQuery(id, version ?? 0), enabled: version !== undefined })
  // Should the live line have missed something, the ledger's tail brings it.
  useEffect(() => {
    const timer = setInterval(() => followTap(client, id), 60_000)
    return () => clearInterval(timer)
  }, [client, id])
  const catalogue = useCatalogue()
  const kept = useKeptOf(id)
  const sent = useSyncExternalStore(outbox.subscribe, outbox.sent)
  const view = useMemo(
    () => (work.data && issued.data ? { ...work.data, procedure: issued.data.procedure } : undefined),
    [work.data, issued.data],
  )
  const stages = catalogue.data?.stages
  const data = useMemo(() => {
    if (!view) return undefined
    const waiting = [
      ...sent.filter((e) => e.job === id && e.position > view.state.position).map((e) => asEvent(e, e.position)),
      ...kept.filter((e) => e.refused === undefined).map((e) => asEvent(e, view.state.position)),
    ]
    if (waiting.length === 0 || !stages) return view
    const state = withKept(view, waiting)
    const places = view.places.map((p) => p.id)
    return {
      ...view,
      state,
      petals: petalsOf(view.procedure, state, stages),
      minutesLeft: minutesLeft(view.procedure, state),
      needs: needsOf(inTodaysAir(view.procedure, view.outside), state, places, new Date().toISOString()),
    }
  }, [id, view, kept, sent, stages])
  const failed = work.isLoadingError ? work : issued.isLoadingError ? issued : undefined
  return {
    data,
    isPending: data === undefined && !failed,
    isLoadingError: failed !== undefined,
    error: failed?.error as Error,
    refetch: () => void (failed ?? work).refetch(),
  }
}

function deviceName(): string {
  let name = localStorage.getItem('device')
  if (!name) {
    name = uuidv7()
    localStorage.setItem('device', name)
  }
  return name
}

export type NewEvent = Pick<WorkIntent, 'type'> & { data: WorkIntent['data'] }
type Refused = Extract<Outcome, { is: 'refused' }>

/** Longer than this nobody is kept waiting for an answer: it is kept, and the answer comes when it comes. */
const answerWithin = 2_500

/**
 * Says something to a job's ledger. It is built here, with its id and this device's time, kept in this browser, and only then sent, so
 * that neither a bad line nor a reload loses it.
 * @param stands why it may not even be written down here, in words
 */
export function useAppendEvent(job: string, stands: (said: NewEvent) => string | undefined = () => undefined) {
  const client = useQueryClient()
  const { person } = useSignedIn()
  const [busy, setBusy] = useState(false)
  const [refused, setRefused] = useState<Error | null>(null)
  /** @returns whether it stands: stored, or kept until the line is back */
  const append = useCallback(
    async (said: NewEvent): Promise<boolean> => {
      const no = stands(said)
      setRefused(no === undefined ? null : new Error(no))
      if (no !== undefined) return false
      setBusy(true)
      const event = {
        ...said,
        id: uuidv7(),
        device: deviceName(),
        deviceSeq: 0,
        deviceTime: new Date().toISOString(),
      } as WorkIntent
      const refuse = ({ message }: Refused) => {
        setRefused(new Error(message))
        void client.invalidateQueries({ queryKey: ['jobs', job] })
      }
      try {
        const { outcome } = await outbox.append(person, job, event)
        const heard = outcome.then((o) => {
          if (o.is === 'refused') refuse(o)
          return o
        })
        const soon = await Promise.race([
          heard,
          new Promise<null>((resolve) => setTimeout(() => resolve(null), answerWithin)),
        ])
        return soon?.is !== 'refused'
      } catch (error) {
        setRefused(
          new Error(
            `This browser could not keep it, so it was not said: ${(error as Error).message} Make room or try another browser, and tap again.`,
          ),
        )
        return false
      } finally {
        setBusy(false)
      }
    },
    [client, job, person, stands],
  )
  return { append, busy, error: refused, kept: useKeptOf(job), dismiss: outbox.dismiss.bind(outbox) }
}
