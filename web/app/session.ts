import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
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
      client.clear()
      client.setQueryData(['session'], null)
      void client.invalidateQueries({ queryKey: ['door'] })
    },
  })
}

export const useMay = (permission: string): boolean => useSession().data?.permissions.includes(permission) ?? false

export const useCatalogue = () =>
  useQuery({
    queryKey: ['catalogue'],
    queryFn: () => get<Catalogue>('/api/catalogue'),
    staleTime: Number.POSITIVE_INFINITY,
  })

export const usePeople = () =>
  useQuery({ queryKey: ['people'], queryFn: () => get<PersonView[]>('/api/people'), staleTime: 300_000 })
