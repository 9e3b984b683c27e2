import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { Condition } from '#core/condition/schema.ts'
import { get, post } from '#web/client/http.ts'
import type { ProcedureFile } from '#words/worded/procedure-file.ts'

const key = (id: string) => ['jobs', id, 'procedure']

export const useProcedure = (id: string) =>
  useQuery({ queryKey: key(id), queryFn: ({ signal }) => get('/api/jobs/:id/procedure', { params: { id }, signal }) })

export function useIssue(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => post('/api/jobs/:id/procedure', { params: { id } }),
    onSuccess: () => client.invalidateQueries(),
  })
}

export function useImport(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { version: number; file: ProcedureFile }) =>
      post('/api/jobs/:id/procedure/import', { params: { id }, body }),
    onSuccess: (view) => client.setQueryData(key(id), view),
  })
}

export const useVersions = (id: string, issued: number | null) =>
  useQuery({
    queryKey: [...key(id), 'versions', issued],
    queryFn: ({ signal }) => get('/api/jobs/:id/procedure/versions', { params: { id }, signal }),
    enabled: issued !== null && issued > 1,
  })

export function useRevise(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { condition: Condition; note: string }) =>
      post('/api/jobs/:id/procedure/revision', { params: { id }, body }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', id] }),
  })
}
