import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { Condition } from '#core/condition/schema.ts'
import type { ProcedureView, RevisionView, VersionsView } from '#server/procedures/views.ts'
import { get, post } from '#web/client/http.ts'
import type { ProcedureFile } from '#words/worded/procedure-file.ts'

const key = (id: string) => ['jobs', id, 'procedure']

export const useProcedure = (id: string) =>
  useQuery({ queryKey: key(id), queryFn: () => get<ProcedureView>(`/api/jobs/${id}/procedure`) })

export function useIssue(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => post<ProcedureView>(`/api/jobs/${id}/procedure`),
    onSuccess: () => client.invalidateQueries(),
  })
}

export function useImport(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { version: number; file: ProcedureFile }) =>
      post<ProcedureView>(`/api/jobs/${id}/procedure/import`, body),
    onSuccess: (view) => client.setQueryData(key(id), view),
  })
}

export const useVersions = (id: string, issued: number | null) =>
  useQuery({
    queryKey: [...key(id), 'versions', issued],
    queryFn: () => get<VersionsView>(`/api/jobs/${id}/procedure/versions`),
    enabled: issued !== null && issued > 1,
  })

export function useRevise(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (body: { condition: Condition; note: string }) =>
      post<RevisionView>(`/api/jobs/${id}/procedure/revision`, body),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs', id] }),
  })
}
