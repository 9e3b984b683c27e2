import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, useContext } from 'react'
import type { Catalogue } from '#core/procedures/catalogue.ts'
import type { DoorView, SessionView } from '#server/http/views.ts'
import type { PersonView } from '#server/people/views.ts'
import { get, post, remove } from './http.ts'

export const sessionQuery = {
  queryKey: ['session'],
  queryFn: () => get<SessionView | null>('/api/session'),
  staleTime: 60_000,
}

/** Who is signed in on this device; null when nobody is. */
export const useSession = () => useQuery(sessionQuery)

export const SignedIn = createContext<SessionView | null>(null)

/** Who is signed in, on every screen behind the door. Given by the door itself, so that no screen outlives the session it shows. */
export function useSignedIn(): SessionView {
  const session = useContext(SignedIn)
  if (!session) throw new Error('A screen stands outside the door.')
  return session
}

/** What stands at the door of this device. */
export const useDoor = () => useQuery({ queryKey: ['door'], queryFn: () => get<DoorView>('/api/door'), staleTime: 0 })

/** One of the ways in; whatever opened, everything is asked for anew. */
export function useWayIn<Body>(path: '/api/shop' | '/api/devices' | '/api/session') {
  const client = useQueryClient()
  return useMutation({ mutationFn: (body: Body) => post<void>(path, body), onSuccess: () => client.resetQueries() })
}

export function useSignOut() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: () => remove('/api/session'),
    onSettled: () => {
      // The session's own entry stays and is told: the door listens to it, and puts itself before every screen.
      client.setQueryData(['session'], null)
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' })
    },
  })
}

export const useMay = (permission: string): boolean => useSignedIn().permissions.includes(permission)

export const useCatalogue = () =>
  useQuery({
    queryKey: ['catalogue'],
    queryFn: () => get<Catalogue>('/api/catalogue'),
    staleTime: Number.POSITIVE_INFINITY,
  })

export const usePeople = () =>
  useQuery({ queryKey: ['people'], queryFn: () => get<PersonView[]>('/api/people'), staleTime: 300_000 })
