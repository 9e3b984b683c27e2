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

export const waitingRequests = waitingBox<WaitingRequest>(async () => {
  const { openBox, changedBy } = await import('./device-requests.ts')
  return openBox((request) => changedBy(request).forEach(again))
})

export const waitingBoxes = [waitingPhotos, waitingRequests]
