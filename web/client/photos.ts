import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { PhotoKind, PhotoView } from '#server/photos/views.ts'
import { shrunk } from '#web/workers/shrunk.ts'
import { get, put, remove, sendFile } from './http.ts'

const key = (job: string) => ['jobs', job, 'photos']

export const usePhotos = (job: string) =>
  useQuery({ queryKey: key(job), queryFn: () => get<PhotoView[]>(`/api/jobs/${job}/photos`) })

export interface Shot {
  file: Blob
  kind: PhotoKind
  surface: string | undefined
}

export function useAddPhoto(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: async ({ file, kind, surface }: Shot) => {
      const about = new URLSearchParams({ id: uuidv7(), kind, ...(surface ? { surface } : {}) })
      return sendFile<PhotoView>(`/api/jobs/${job}/photos?${about}`, await shrunk(file))
    },
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}

export function useMarkPhoto(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({ id, marks }: Pick<PhotoView, 'id' | 'marks'>) => put<PhotoView>(`/api/photos/${id}/marks`, marks),
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}

export function useRemovePhoto(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => remove(`/api/photos/${id}`),
    onSettled: () => client.invalidateQueries({ queryKey: key(job) }),
  })
}
