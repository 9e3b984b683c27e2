import type { PhotoKind } from '#server/photos/views.ts'
import { isPassing, sendFile } from './http.ts'
import { PhotoBox, type WaitingPhoto } from './photo-box.ts'

/** Brings one photo to the server; the same id twice is one photo. */
export const bring = ({ id, job, kind, surface, file }: WaitingPhoto) =>
  sendFile('/api/jobs/:id/photos', file, {
    params: { id: job },
    query: { id, kind: kind as PhotoKind, ...(surface ? { surface } : {}) },
  })

/** Photos of this device that wait for a line. @param stored a job has one more */
export const openBox = (stored: (job: string) => void): PhotoBox =>
  new PhotoBox({
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
