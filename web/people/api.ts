import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { AuditView, DeviceView, OpenSessionView, PersonView } from '#server/people/views.ts'
import { get, post, put, remove } from '#web/client/http.ts'

export const useDevices = () => useQuery({ queryKey: ['devices'], queryFn: () => get<DeviceView[]>('/api/devices') })
export const useSessions = () =>
  useQuery({ queryKey: ['sessions'], queryFn: () => get<OpenSessionView[]>('/api/sessions') })
export const useAudit = (before: number | null) =>
  useQuery({
    queryKey: ['audit', before],
    queryFn: () => get<AuditView>(before === null ? '/api/audit' : `/api/audit?before=${before}`),
  })

export type NewPerson = Omit<PersonView, 'id'> & { pin: string }

/** What an owner does about people and devices; afterwards all of it is asked for again. */
export function useKeeping() {
  const client = useQueryClient()
  const onSettled = () =>
    Promise.all(['people', 'devices', 'sessions', 'audit'].map((key) => client.invalidateQueries({ queryKey: [key] })))
  return {
    add: useMutation({
      mutationFn: (person: NewPerson) => post<void>('/api/people', { id: uuidv7(), ...person }),
      onSettled,
    }),
    setRole: useMutation({
      mutationFn: ({ id, role }: Pick<PersonView, 'id' | 'role'>) => put<void>(`/api/people/${id}/role`, { role }),
      onSettled,
    }),
    unlock: useMutation({ mutationFn: (id: string) => post<void>(`/api/people/${id}/unlock`), onSettled }),
    sendAway: useMutation({ mutationFn: (id: string) => remove(`/api/devices/${id}`), onSettled }),
    end: useMutation({ mutationFn: (id: string) => remove(`/api/sessions/${id}`), onSettled }),
  }
}
