import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { emptyState, replay } from '#core/job/reduce.ts'
import type { WorkEvent } from '#core/job/schema.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { WorkView } from '#server/work/views.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { hear } from './news.ts'
import { withTail } from './tail.ts'
import { issuedQuery } from './work.ts'

const procedure = generateProcedure(carA(), catalogue)
const now = '2026-01-01T10:00:00.000Z'
const event = (position: number, type: string, step: string): WorkEvent =>
  ({
    id: `e${position}`,
    job: 'j',
    position,
    author: 'ana',
    device: 'd',
    deviceSeq: 0,
    deviceTime: now,
    serverTime: now,
    type,
    data: { step },
  }) as WorkEvent
const ledger = [
  event(1, 'step-started', 'walk_round:car'),
  event(2, 'step-finished', 'walk_round:car'),
  event(3, 'step-started', 'clear_out:car'),
]
const view = {
  version: 1,
  state: emptyState(),
  places: [],
  petals: [],
  minutesLeft: 0,
  needs: [],
} as unknown as WorkView

describe('a tail of the ledger', () => {
  it('leaves a view as the whole ledger would, whatever part of it comes when', () => {
    for (const cut of [0, 1, 2, 3]) {
      const first = withTail(view, procedure, ledger.slice(0, cut), catalogue.stages, now)!
      // The second answer repeats what the first had already.
      const both = withTail(first, procedure, ledger.slice(Math.max(0, cut - 1)), catalogue.stages, now)!
      expect(both.state).toEqual(replay(ledger, procedure))
      expect(both.minutesLeft).toBeGreaterThan(0)
    }
  })
  it('that does not follow on is not folded', () => {
    expect(withTail(view, procedure, ledger.slice(1), catalogue.stages, now)).toBeUndefined()
  })
})

describe('news', () => {
  let client: QueryClient
  let asked: string[]
  let gone: boolean
  /** Until nothing that was begun has anything left to do: no time passes in these tests. */
  const settle = async () => {
    for (let turn = 0; turn < 50; turn++) await new Promise((resolve) => setTimeout(resolve))
  }
  beforeEach(() => {
    asked = []
    gone = false
    vi.stubGlobal('fetch', async (path: string) => {
      asked.push(path)
      const after = Number(new URL(path, 'http://x').searchParams.get('after'))
      const body = path.includes('/events')
        ? ledger.filter((e) => e.position > after)
        : gone
          ? null
          : { id: 'j', stepsDone: 1, callSign: 'Hazel' }
      return new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
    })
    client = new QueryClient({ defaultOptions: { queries: { staleTime: Number.POSITIVE_INFINITY, retry: false } } })
    client.setQueryData(['catalogue'], catalogue)
    client.setQueryData(issuedQuery('j', 1).queryKey, { procedure } as never)
  })
  afterEach(() => {
    client.clear()
    vi.unstubAllGlobals()
  })
  const show = (queryKey: string[], data: unknown) => {
    client.setQueryData(queryKey, data)
    return new QueryObserver(client, {
      queryKey,
      queryFn: async () => {
        asked.push(`all of ${queryKey.join('/')}`)
        return data
      },
    }).subscribe(() => {})
  }

  it('of a tap asks for the ledger’s tail and one card, and for nothing else', async () => {
    show(['jobs', 'j', 'work'], view)
    show(['jobs', 'j', 'row'], {})
    show(['day'], {
      jobs: [
        { id: 'i', callSign: 'Alder' },
        { id: 'j', callSign: 'Hazel' },
      ],
    })
    show(['plan'], {})
    show(['demand'], {})
    hear(client, { topic: 'job', job: 'j', position: 3, kind: 'step-started' })
    await settle()
    expect(asked.sort()).toEqual(['/api/jobs/j/card', '/api/jobs/j/events?after=0'])
    expect(client.getQueryData<WorkView>(['jobs', 'j', 'work'])!.state.position).toBe(3)
    expect(client.getQueryData<{ jobs: object[] }>(['day'])!.jobs[1]).toMatchObject({ stepsDone: 1 })
  })
  it('of the last tap on a vehicle that is gone by then asks for the Day as a whole', async () => {
    gone = true
    show(['day'], { jobs: [{ id: 'j', callSign: 'Hazel' }] })
    hear(client, { topic: 'job', job: 'j', position: 3, kind: 'place-checked' })
    await settle()
    expect(asked).toEqual(['/api/jobs/j/card', 'all of day'])
  })
  it('of many taps at once are followed by few questions, and the last of them is in', async () => {
    show(['jobs', 'j', 'work'], view)
    for (let position = 1; position <= 3; position++)
      hear(client, { topic: 'job', job: 'j', position, kind: 'step-started' })
    await settle()
    expect(asked.length).toBeLessThanOrEqual(2)
    expect(client.getQueryData<WorkView>(['jobs', 'j', 'work'])!.state.position).toBe(3)
  })
  it('of a new procedure asks for the job as a whole', async () => {
    show(['jobs', 'j', 'work'], view)
    show(['plan'], {})
    hear(client, { topic: 'job', job: 'j', position: 4, kind: 'procedure-issued' })
    await settle()
    expect(asked.sort()).toEqual(['all of jobs/j/work', 'all of plan'])
  })
  it('of a draft’s stroke is none to the Day', async () => {
    show(['day'], { jobs: [] })
    show(['jobs', 'j', 'row'], {})
    hear(client, { topic: 'draft', job: 'j', position: null, kind: null })
    await settle()
    expect(asked).toEqual(['all of jobs/j/row'])
  })
})
