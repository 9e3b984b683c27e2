import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { v7 as uuidv7 } from 'uuid'
import type { BodyOf } from '#server/http/wire.ts'
import type { PersonView } from '#server/people/views.ts'
import type { Api } from '#server/wire.ts'
import { get, post, put, remove } from '#web/client/http.ts'

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: ({ signal }) => get('/api/devices', { signal }) })
export const useSessions = () =>
  useQuery({ queryKey: ['sessions'], queryFn: ({ signal }) => get('/api/sessions', { signal }) })
export const useAudit = (before: number | null) =>
  useQuery({
    queryKey: ['audit', before],
    queryFn: ({ signal }) => get('/api/audit', { query: before === null ? {} : { before: String(before) }, signal }),
  })

export type NewPerson = Pick<PersonView, 'name' | 'login' | 'role' | 'skills' | 'shifts'> & { pin: string }

/** What an owner does about people and devices; afterwards all of it is asked for again. */
export function useKeeping() {
  const client = useQueryClient()
  const onSettled = () =>
    Promise.all(['people', 'devices', 'sessions', 'audit'].map((key) => client.invalidateQueries({ queryKey: [key] })))
  return {
    add: useMutation({
      mutationFn: (person: NewPerson) => post('/api/people', { body: { id: uuidv7(), ...person } }),
      onSettled,
    }),
    setRole: useMutation({
      mutationFn: ({ id, role }: Pick<PersonView, 'id' | 'role'>) =>
        put('/api/people/:id/role', { params: { id }, body: { role } }),
      onSettled,
    }),
    change: useMutation({
      mutationFn: ({ id, ...body }: { id: string } & BodyOf<Api['PUT /api/people/:id']>) =>
        put('/api/people/:id', { params: { id }, body }),
      onSettled,
    }),
    resetPin: useMutation({
      mutationFn: ({ id, pin }: { id: string; pin: string }) =>
        put('/api/people/:id/pin', { params: { id }, body: { pin } }),
      onSettled,
    }),
    setLeft: useMutation({
      mutationFn: ({ id, left }: { id: string; left: boolean }) =>
        put('/api/people/:id/left', { params: { id }, body: { left } }),
      onSettled,
    }),
    unlock: useMutation({ mutationFn: (id: string) => post('/api/people/:id/unlock', { params: { id } }), onSettled }),
    sendAway: useMutation({ mutationFn: (id: string) => remove('/api/devices/:id', { params: { id } }), onSettled }),
    end: useMutation({ mutationFn: (id: string) => remove('/api/sessions/:id', { params: { id } }), onSettled }),
  }
}
