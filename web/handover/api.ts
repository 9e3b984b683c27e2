import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { get, post, remove } from '#web/client/http.ts'

export const useReport = (id: string) =>
  useQuery({
    queryKey: ['jobs', id, 'report'],
    queryFn: ({ signal }) => get('/api/jobs/:id/report', { params: { id }, signal }),
  })

const sharesKey = (job: string) => ['jobs', job, 'shares']
export const useShares = (job: string) =>
  useQuery({
    queryKey: sharesKey(job),
    queryFn: ({ signal }) => get('/api/jobs/:id/shares', { params: { id: job }, signal }),
  })

export function useShare(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { id: string; days: number }) => post('/api/jobs/:id/shares', { params: { id: job }, body }),
    onSettled: () => client.invalidateQueries({ queryKey: sharesKey(job) }),
  })
}

export function useTakeBack(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: string) => remove('/api/shares/:id', { params: { id } }),
    onSettled: () => client.invalidateQueries({ queryKey: sharesKey(job) }),
  })
}

export function useSendMessage(job: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { id: string; to: string; text: string }) =>
      post('/api/jobs/:id/messages', { params: { id: job }, body }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['messages'] }),
  })
}

export const useMessages = () =>
  useQuery({ queryKey: ['messages'], queryFn: ({ signal }) => get('/api/messages', { signal }) })
