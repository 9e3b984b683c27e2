import type { QueryClient, QueryKey } from '@tanstack/react-query'
import type { WaitingPhoto } from './device-photos.ts'
import type { WaitingRequest } from './device-requests.ts'
import { waitingBox } from './waiting-box.ts'

// What waits on this device beside taps and drafts.

let queries: QueryClient | undefined
/** Screens that show what was sent are told through the client's cache. */
export const connectWaiting = (client: QueryClient): void => {
  queries = client
}
const again = (queryKey: QueryKey) => void queries?.invalidateQueries({ queryKey })

export const waitingPhotos = waitingBox<WaitingPhoto>(async () =>
  (await import('./device-photos.ts')).openBox(({ job }) => again(['jobs', job, 'photos'])),
)

/** What a batch changes: the log, what stands in the bottles, what is still to mix, the shelf. */
export const changedByBatch: QueryKey[] = [['batches'], ['containers'], ['day-mix'], ['stock']]

export const waitingRequests = waitingBox<WaitingRequest>(async () =>
  (await import('./device-requests.ts')).openBox((request) => {
    for (const key of request.kind === 'batch' ? changedByBatch : [['jobs', request.job]]) again(key)
  }),
)

export const waitingBoxes = [waitingPhotos, waitingRequests]
