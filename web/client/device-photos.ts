import type { QueryClient } from '@tanstack/react-query'
import type { PhotoKind } from '#server/photos/views.ts'
import { isPassing, sendFile } from './http.ts'
import { PhotoBox, type WaitingPhoto } from './photo-box.ts'

let client: QueryClient | undefined
/** Screens that show a job's photos are told through the client's cache. */
export const connectPhotos = (queries: QueryClient): void => {
  client = queries
}

/** Brings one photo to the server; the same id twice is one photo. */
export const bring = ({ id, job, kind, surface, file }: WaitingPhoto) =>
  sendFile('/api/jobs/:id/photos', file, {
    params: { id: job },
    query: { id, kind: kind as PhotoKind, ...(surface ? { surface } : {}) },
  })

/** Photos of this device that wait for a line. */
export const photoBox = new PhotoBox({
  send: async (photo) => {
    try {
      await bring(photo)
      return 'stored'
    } catch (error) {
      return isPassing(error) ? 'no-line' : { refused: (error as Error).message }
    }
  },
  stored: (job) => void client?.invalidateQueries({ queryKey: ['jobs', job, 'photos'] }),
})
