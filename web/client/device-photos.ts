import type { PhotoKind } from '#server/photos/views.ts'
import { Box, type Waiting } from './box.ts'
import { isPassing, sendFile } from './http.ts'

/** A photo that was taken on this device and that the server does not have yet. */
export interface WaitingPhoto extends Waiting {
  job: string
  kind: string
  surface: string | undefined
  file: Blob
}

/** Brings one photo to the server; the same id twice is one photo. */
export const bring = ({ id, job, kind, surface, file }: WaitingPhoto) =>
  sendFile('/api/jobs/:id/photos', file, {
    params: { id: job },
    query: { id, kind: kind as PhotoKind, ...(surface ? { surface } : {}) },
  })

/** Photos of this device that wait for a line. @param stored a job has one more */
export const openBox = (stored: (photo: WaitingPhoto) => void): Box<WaitingPhoto> =>
  new Box({
    name: 'chamomile-photos',
    of: 'photos',
    stored,
    send: async (photo) => {
      try {
        await bring(photo)
        return 'stored'
      } catch (error) {
        return isPassing(error) ? 'no-line' : { refused: (error as Error).message }
      }
    },
  })
