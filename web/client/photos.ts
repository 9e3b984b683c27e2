import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { PhotoKind, PhotoView } from '#server/photos/views.ts'
import { shrunk } from '#web/workers/shrunk.ts'
import { bring } from './device-photos.ts'
import { get, isPassing, put, remove } from './http.ts'
import { useSignedIn } from './session.ts'
import { waitingPhotos } from './waiting.ts'

const key = (job: string) => ['jobs', job, 'photos']

/** @param job none where there is no such visit */
export const usePhotos = (job: string | undefined) =>
  useQuery({
    queryKey: key(job ?? ''),
    queryFn: ({ signal }) => get('/api/jobs/:id/photos', { params: { id: job! }, signal }),
    enabled: job !== undefined,
  })

export interface Shot {
  file: Blob
  kind: PhotoKind
  surface: string | undefined
}

export function useAddPhoto(job: string) {
  const client = useQueryClient()
  const { person } = useSignedIn()
  return useMutation({
    /** Taken without a line it is kept, under the id it will have. */
    mutationFn: async ({ file, kind, surface }: Shot): Promise<Pick<PhotoView, 'id'>> => {
      const photo = { id: uuidv7(), person, job, kind, surface, file: await shrunk(file) }
      try {
        return await bring(photo)
      } catch (error) {
        if (!isPassing(error)) throw error
        await (await waitingPhotos.box()).keep(photo)
        return { id: photo.id }
      }
    },
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}

/** A photo that goes with something said: it is brought first, under an id that what is said can name. */
export function usePhotoWith(job: string) {
  const { mutateAsync, isPending, error } = useAddPhoto(job)
  const [photo, setPhoto] = useState<File>()
  /** What names it in an event. @throws where it was refused */
  const named = async (shot: Omit<Shot, 'file'>): Promise<{ photo?: string }> =>
    photo ? { photo: (await mutateAsync({ ...shot, file: photo })).id } : {}
  return { photo, setPhoto, named, isPending, error }
}

export function useMarkPhoto(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, marks }: Pick<PhotoView, 'id' | 'marks'>) =>
      put('/api/photos/:id/marks', { params: { id }, body: marks }),
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}

export function useRemovePhoto(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => remove('/api/photos/:id', { params: { id } }),
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}
