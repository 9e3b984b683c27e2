import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { ProcedureView } from '#server/procedures/views.ts'
import { get, post } from '#web/app/http.ts'

export const useProcedure = (id: string) =>
  useQuery({ queryKey: ['jobs', id, 'procedure'], queryFn: () => get<ProcedureView>(`/api/jobs/${id}/procedure`) })

export function useIssue(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => post<ProcedureView>(`/api/jobs/${id}/procedure`),
    onSuccess: () => client.invalidateQueries(),
  })
}
