import { type QueryClient, queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, useContext } from 'react'
import type { SessionView } from '#server/http/views.ts'
import type { BodyOf } from '#server/http/wire.ts'
import type { Api } from '#server/wire.ts'
import { get, isPassing, post, remove } from './http.ts'
import { beforeLeaving, keptAnswers, personHasLeft, personIsHere } from './keeping.ts'
import { shopQuery } from './shop-query.ts'
import { loadWords } from './useSpeak.ts'

/** Somebody left while the line was down: the server still has to be told. */
const leftKey = 'left'
const left = {
  get: () => localStorage.getItem(leftKey) !== null,
  set: () => localStorage.setItem(leftKey, ''),
  clear: () => localStorage.removeItem(leftKey),
}

/** Without a line: whoever was here last on this device and has not left, with what the server had told them. */
async function whoWasHere(client: QueryClient): Promise<SessionView | undefined> {
  if (left.get()) return undefined
  const kept = await keptAnswers()
  const session = await kept.of<SessionView>('["session"]')
  if (session) await kept.restore(client, Date.now())
  return session
}

async function whoIsHere({ client }: { client: QueryClient }): Promise<SessionView | null> {
  let session: SessionView | null
  try {
    session = await get('/api/session')
  } catch (error) {
    const before = isPassing(error) ? await whoWasHere(client).catch(() => undefined) : undefined
    if (before) return before
    throw error
  }
  // The server knows nobody here: signed out from elsewhere, or the device is no longer trusted.
  if (!session) void keptAnswers().then((kept) => kept.forget())
  if (!left.get()) return session
  if (session) {
    // Theirs is sent while they still may, then the server is told that they left.
    personIsHere(session.person)
    await beforeLeaving(session.person)
    personHasLeft(session.person)
    await remove('/api/session')
  }
  left.clear()
  return null
}

export const sessionQuery = { queryKey: ['session'], queryFn: whoIsHere, staleTime: 60_000 }

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
export const useWaysIn = () =>
  useQuery({ queryKey: ['door'], queryFn: ({ signal }) => get('/api/sign-in', { signal }), staleTime: 0 })

/** One of the ways in; what whoever was here did is sent first, and whatever opened, everything is asked for anew. */
export function useWayIn<P extends '/api/shop' | '/api/devices' | '/api/session'>(path: P) {
  const client = useQueryClient()
  const before = useContext(SignedIn)
  return useMutation({
    mutationFn: async (body: BodyOf<Api[`POST ${P}`]>) => {
      // Whoever left without a line goes first, or whoever comes now would be taken for them.
      if (left.get()) await whoIsHere({ client })
      if (before) await beforeLeaving(before.person)
      await post(path, { body } as never)
      if (before) personHasLeft(before.person)
    },
    onSuccess: () => client.resetQueries(),
  })
}

/** While the server is told that a person leaves, nothing is asked in their name: an answer that comes too late would be a refusal. */
const leavingQuery = queryOptions({ queryKey: ['leaving'], queryFn: () => false, enabled: false, initialData: false })

/** Whether whoever was here is leaving just now: no screen stands any more, and the door not yet. */
export const useLeaving = (): boolean => useQuery(leavingQuery).data

/** Signs out: what was done is sent first, or kept for when the person comes back. Without a line the server is told later. */
export function useSignOut() {
  const client = useQueryClient()
  const { person } = useSignedIn()
  return useMutation({
    mutationFn: async () => {
      await beforeLeaving(person)
      client.setQueryData(leavingQuery.queryKey, true)
      await client.cancelQueries()
      try {
        await remove('/api/session')
      } catch (error) {
        if (!isPassing(error)) throw error
        left.set()
      }
      personHasLeft(person)
    },
    onSuccess: () => {
      // What the door listens to stays and is told: it puts itself before every screen.
      client.setQueryData(['session'], null)
      client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' && queryKey[0] !== 'leaving' })
    },
    onSettled: () => client.setQueryData(leavingQuery.queryKey, false),
  })
}

export const useMay = (permission: SessionView['permissions'][number]): boolean =>
  useSignedIn().permissions.includes(permission)

const shippedQuery = {
  queryKey: ['shipped'],
  queryFn: async ({ signal }: { signal?: AbortSignal } = {}) => {
    const [speak, facts] = await Promise.all([loadWords(), get('/api/catalogue', signal ? { signal } : {})])
    return speak.catalogue(facts)
  },
  staleTime: Number.POSITIVE_INFINITY,
}

/** The catalogue as it was shipped. */
export const useShipped = () => useQuery(shippedQuery)

/** The shop's own catalogue: what it has written stands over what was shipped, here as on the server. */
export const catalogueQuery = queryOptions({
  queryKey: ['catalogue'],
  queryFn: async ({ client }) => {
    // What puts them together is no part of the first screen.
    const [{ ownCatalogue }, speak, shipped, { own, version }] = await Promise.all([
      import('#core/shop/catalogue.ts'),
      loadWords(),
      client.ensureQueryData(shippedQuery),
      // Without a line what is known of it serves.
      client.fetchQuery(shopQuery).catch((error) => {
        const known = client.getQueryData<Awaited<ReturnType<typeof shopQuery.queryFn>>>(shopQuery.queryKey)
        if (known && isPassing(error)) return known
        throw error
      }),
    ])
    speak.names.learn(own)
    return speak.catalogue(ownCatalogue(shipped, version === 0 ? undefined : own))
  },
  staleTime: Number.POSITIVE_INFINITY,
})

export const useCatalogue = () => useQuery(catalogueQuery)

export const usePeople = () =>
  useQuery({ queryKey: ['people'], queryFn: ({ signal }) => get('/api/people', { signal }), staleTime: 300_000 })
