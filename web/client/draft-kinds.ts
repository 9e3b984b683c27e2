import type { QueryClient } from '@tanstack/react-query'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { JobSettings } from '#core/procedures/schema.ts'
import type { JobView } from '#server/check-in/views.ts'
import type { ProcedureView } from '#server/procedures/views.ts'
import { ApiError, get, isPassing, put } from './http.ts'
import { NoLine, Overtaken, type Saved } from './versioned-draft.ts'

/** What a kind of draft is saved by, and which of its places two people's changes are not mixed in. */
export interface DraftKind<T> {
  save(id: string, saved: Saved<T>, parting: boolean): Promise<Saved<T>>
  whole(pointer: string): boolean
  /** Whether it may be sent without its screen, which may find something that stands in the way. */
  unseen: boolean
  /** What the server has now. */
  load(id: string): Promise<Saved<T>>
  /** Where it is edited. */
  place(id: string): string
}

let client: QueryClient | undefined
/** Screens that show what a draft saved are told through the client's cache. */
export const connectDrafts = (queries: QueryClient): void => {
  client = queries
}

/** Turns the server's refusals into what a draft knows. */
async function judged<A, T>(answer: Promise<A>, of: (answer: A) => Saved<T>): Promise<Saved<T>> {
  try {
    return of(await answer)
  } catch (error) {
    // Signed out or sent away: not refused, but nobody's to send until the person is back.
    if (isPassing(error) || (error instanceof ApiError && error.status === 401)) {
      if ((error as ApiError).status === 401) void client?.invalidateQueries({ queryKey: ['session'] })
      throw new NoLine((error as Error).message)
    }
    if (error instanceof ApiError && error.code === 'stale') throw new Overtaken(of(error.current as A))
    throw error
  }
}

export type CheckInDraft = { checkIn: CheckIn; due: string | null }

const checkIn: DraftKind<CheckInDraft> = {
  unseen: true,
  load: (id) => get('/api/jobs/:id', { params: { id } }).then(savedCheckIn),
  save: (id, { version, value }, parting) =>
    judged(
      put('/api/jobs/:id/check-in', { params: { id }, body: { version, ...value }, ...{ keepalive: parting } }).then(
        (job) => {
          client?.setQueryData(['jobs', id, 'row'], job)
          void client?.invalidateQueries({ queryKey: ['jobs', id, 'procedure'] })
          return job
        },
      ),
      savedCheckIn,
    ),
  // A surface is one thing: two people's marks on it are not mixed.
  whole: (pointer) => /^\/checkIn\/condition\/[^/]+$/.test(pointer) || pointer === '/checkIn/vehicle/body',
  place: (id) => `/jobs/${id}/check-in`,
}
export const savedCheckIn = (job: Pick<JobView, 'version' | 'checkIn' | 'due'>): Saved<CheckInDraft> => ({
  version: job.version,
  value: { checkIn: job.checkIn, due: job.due },
})

const settings: DraftKind<JobSettings> = {
  unseen: false,
  load: (id) => get('/api/jobs/:id/procedure', { params: { id } }).then(savedSettings),
  save: (id, { version, value }, parting) =>
    judged(
      put('/api/jobs/:id/procedure/settings', {
        params: { id },
        body: { version, settings: value },
        ...{ keepalive: parting },
      }).then((view) => {
        client?.setQueryData(['jobs', id, 'procedure'], view)
        return view
      }),
      savedSettings,
    ),
  // What a time limit chose belongs together.
  whole: (pointer) => pointer === '/rungs' || pointer === '/timeLimit',
  place: (id) => `/jobs/${id}/procedure`,
}
export const savedSettings = (view: Pick<ProcedureView, 'settingsVersion' | 'settings'>): Saved<JobSettings> => ({
  version: view.settingsVersion,
  value: view.settings,
})

export interface DraftValues {
  checkIn: CheckInDraft
  settings: JobSettings
}
export type KindName = keyof DraftValues
export const draftKinds: { [K in KindName]: DraftKind<DraftValues[K]> } = { checkIn, settings }
