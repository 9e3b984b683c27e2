// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, renderHook, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { emptyState } from '#core/job/reduce.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { personIsHere } from './keeping.ts'
import { useAppendEvent, useWork } from './ledger.ts'
import { SignedIn } from './session.ts'
import { useSpeak } from './useSpeak.ts'

const procedure = generateProcedure(carA(), catalogue)
const ana = {
  person: 'ana',
  name: 'Ana',
  role: 'technician',
  shop: 's',
  shopName: 'Shop',
  timeZone: 'Etc/GMT',
} as unknown as Parameters<typeof SignedIn.Provider>[0]['value']
const work = {
  job: { id: 'j', callSign: 'Hazel' },
  version: 1,
  state: emptyState(),
  places: [],
  petals: [],
  minutesLeft: 0,
  needs: [],
  names: { ana: 'Ana' },
  skills: {},
  mine: [],
}
const started = { type: 'step-started' as const, data: { step: 'walk_round:car' } }

let client: QueryClient
let posted: string[]
let answer: (path: string) => Promise<Response>
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
const around = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>
    <SignedIn.Provider value={ana}>{children}</SignedIn.Provider>
  </QueryClientProvider>
)

beforeEach(() => {
  posted = []
  client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  client.setQueryData(['catalogue'], catalogue)
  personIsHere('ana')
  vi.stubGlobal('fetch', async (path: string, init?: { method?: string }) => {
    if (init?.method === 'POST') {
      posted.push(path)
      return answer(path)
    }
    if (path.includes('/work')) return json(work)
    if (path.includes('/issued')) return json({ version: 1, procedure })
    return json({})
  })
})
afterEach(() => {
  cleanup()
  client.clear()
  vi.unstubAllGlobals()
})

describe('useAppendEvent', () => {
  it('sends what is said, and tells that it stands', async () => {
    answer = async () => json({ ...started, id: 'e', position: 1 })
    const { result } = renderHook(() => useAppendEvent('sent'), { wrapper: around })
    await act(async () => expect(await result.current.append(started)).toBe(true))
    expect(posted).toEqual(['/api/jobs/sent/events'])
    expect(result.current.error).toBeNull()
    await waitFor(() => expect(result.current.kept).toEqual([]))
  })
  it('does not even write down what may not stand here, and says why', async () => {
    const { result } = renderHook(() => useAppendEvent('held', () => 'Held: hands off.'), { wrapper: around })
    await act(async () => expect(await result.current.append(started)).toBe(false))
    expect(posted).toEqual([])
    expect(result.current.error?.message).toBe('Held: hands off.')
  })
  it('says what the server refused, in its words', async () => {
    answer = async () => json({ status: 409, code: 'running', detail: 'Ben has it in hand.' }, 409)
    const { result } = renderHook(() => useAppendEvent('refused'), { wrapper: around })
    await act(async () => expect(await result.current.append(started)).toBe(false))
    await waitFor(() => expect(result.current.error?.message).toContain('Ben has it in hand.'))
  })
})

describe('useWork', () => {
  it('shows the issued procedure and what was tapped here on top of what the server has, while the line is down', async () => {
    answer = async () => {
      throw new TypeError('Failed to fetch')
    }
    const { result } = renderHook(() => ({ work: useWork('away'), say: useAppendEvent('away') }), { wrapper: around })
    await waitFor(() => expect(result.current.work.data?.procedure.steps.length).toBe(procedure.steps.length))
    await act(async () => void (await result.current.say.append(started)))
    expect(result.current.say.kept).toHaveLength(1)
    await waitFor(() =>
      expect(result.current.work.data?.state.steps['walk_round:car']).toMatchObject({
        status: 'running',
        runningBy: 'ana',
      }),
    )
    expect(client.getQueryData<typeof work>(['jobs', 'away', 'work'])?.state).toEqual(emptyState())
  })
})

describe('useSpeak', () => {
  it('has no words at first and then all of them', async () => {
    const { result } = renderHook(() => useSpeak(), { wrapper: around })
    expect(result.current).toBeUndefined()
    await waitFor(() => expect(result.current?.title(procedure.steps[0]!.title)).toMatch(/^Walk round/))
  })
})
