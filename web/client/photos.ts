import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { PhotoKind, PhotoView } from '#server/photos/views.ts'
import { shrunk } from '#web/workers/shrunk.ts'
import { get, put, remove, sendFile } from './http.ts'

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
  return useMutation({
    mutationFn: async ({ file, kind, surface }: Shot) => {
      const query = { id: uuidv7(), kind, ...(surface ? { surface } : {}) }
      return sendFile('/api/jobs/:id/photos', await shrunk(file), { params: { id: job }, query })
    },
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
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
