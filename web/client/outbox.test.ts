import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { v7 as uuidv7 } from 'uuid'
import { describe, expect, it, vi } from 'vitest'
import type { WorkIntent } from '#core/job/schema.ts'
import { keptEvents } from './kept-events.ts'
import { type Answer, type Kept, type KeptStore, Outbox, type Wire } from './outbox.ts'

const note = (text: string): WorkIntent => ({
  id: uuidv7(),
  type: 'note',
  data: { text },
  device: 'd',
  deviceSeq: 0,
  deviceTime: '2026-11-27T04:00:00.000Z',
})
const textOf = (event: WorkIntent) => (event.data as { text: string }).text

function memory(): KeptStore {
  let rows: Kept[] = []
  let next = 1
  return {
    all: async () => structuredClone(rows),
    async add(entry) {
      const order = next++
      const kept = { ...structuredClone(entry), order }
      kept.event = { ...kept.event, deviceSeq: order }
      rows.push(kept)
      return structuredClone(kept)
    },
    async put(entry) {
      rows = rows.map((r) => (r.order === entry.order ? structuredClone(entry) : r))
    },
    async remove(orders) {
      rows = rows.filter((r) => !orders.includes(r.order))
    },
  }
}

/** A server's ledgers: the same id twice is one event; a line that can be down, deaf (answers are lost) or up. */
function world() {
  const ledgers = new Map<string, { id: string; text: string; fact: boolean }[]>()
  const said: { as: 'intent' | 'facts'; texts: string[] }[] = []
  const state = { line: 'up' as 'up' | 'down' | 'deaf', refuse: (_: WorkIntent): string | undefined => undefined }
  const store = (job: string, event: WorkIntent, fact: boolean) => {
    const ledger = ledgers.get(job) ?? []
    ledgers.set(job, ledger)
    const there = ledger.findIndex((e) => e.id === event.id)
    if (there >= 0) return there + 1
    ledger.push({ id: event.id, text: textOf(event), fact })
    return ledger.length
  }
  const answered = (answer: Answer): Answer => (state.line === 'deaf' ? { is: 'no-line' } : answer)
  const wire: Wire = {
    async intent(job, event) {
      await Promise.resolve()
      if (state.line === 'down') return { is: 'no-line' }
      said.push({ as: 'intent', texts: [textOf(event)] })
      const no = state.refuse(event)
      return answered(
        no ? { is: 'refused', code: 'no', message: no } : { is: 'stored', positions: [store(job, event, false)] },
      )
    },
    async facts(job, events) {
      await Promise.resolve()
      if (state.line === 'down') return { is: 'no-line' }
      said.push({ as: 'facts', texts: events.map(textOf) })
      const no = events.map(state.refuse).find(Boolean)
      return answered(
        no
          ? { is: 'refused', code: 'no', message: no }
          : { is: 'stored', positions: events.map((e) => store(job, e, true)) },
      )
    },
  }
  return { ledgers, said, state, wire, texts: (job: string) => (ledgers.get(job) ?? []).map((e) => e.text) }
}
const settle = () => vi.advanceTimersByTimeAsync(60_000)

describe('what is tapped', () => {
  it('goes out at once while the line holds, as an intent, and is told its place', async () => {
    const w = world()
    const box = new Outbox({ store: memory(), wire: w.wire })
    box.serve('ana')
    const event = note('one')
    const { outcome } = await box.append('ana', 'j', event)
    expect(await outcome).toEqual({ is: 'stored', position: 1 })
    expect(box.sent().map((e) => [e.event.id, e.position])).toEqual([[event.id, 1]])
    expect(box.snapshot()).toEqual([])
    expect(w.said).toEqual([{ as: 'intent', texts: ['one'] }])
  })
  it('is kept while the line is down, survives the page, and is sent in order as facts when it is back', async () => {
    vi.useFakeTimers()
    const w = world()
    const store = memory()
    w.state.line = 'down'
    const box = new Outbox({ store, wire: w.wire })
    box.serve('ana')
    const outcomes = []
    for (const text of ['one', 'two', 'three']) outcomes.push(await (await box.append('ana', 'j', note(text))).outcome)
    expect(outcomes.map((o) => o.is)).toEqual(['kept', 'kept', 'kept'])
    expect(box.snapshot().map((e) => e.offline)).toEqual([true, true, true])
    // The page is loaded anew while the line is still down.
    box.serve(undefined)
    const again = new Outbox({ store, wire: w.wire })
    await again.ready
    expect(again.snapshot().map((e) => textOf(e.event))).toEqual(['one', 'two', 'three'])
    again.serve('ana')
    w.state.line = 'up'
    await settle()
    expect(w.texts('j')).toEqual(['one', 'two', 'three'])
    expect(w.said).toEqual([{ as: 'facts', texts: ['one', 'two', 'three'] }])
    expect(await store.all()).toEqual([])
    vi.useRealTimers()
  })
  it('is one event though its answer was lost', async () => {
    vi.useFakeTimers()
    const w = world()
    w.state.line = 'deaf'
    const box = new Outbox({ store: memory(), wire: w.wire })
    box.serve('ana')
    expect(await (await box.append('ana', 'j', note('one'))).outcome).toEqual({ is: 'kept' })
    w.state.line = 'up'
    await settle()
    expect(w.texts('j')).toEqual(['one'])
    vi.useRealTimers()
  })
  it('is taken back and told when the server refuses it at once; what follows goes on', async () => {
    const w = world()
    w.state.refuse = (e) => (textOf(e) === 'no' ? 'Someone is there.' : undefined)
    const box = new Outbox({ store: memory(), wire: w.wire })
    box.serve('ana')
    const [first, second] = await Promise.all([box.append('ana', 'j', note('no')), box.append('ana', 'j', note('yes'))])
    expect(await first.outcome).toMatchObject({ is: 'refused', message: 'Someone is there.' })
    expect(await second.outcome).toMatchObject({ is: 'stored' })
    expect(w.texts('j')).toEqual(['yes'])
    expect(box.snapshot()).toEqual([])
  })
  it('that waited and will not be had is set aside with why, holds nothing up, and goes when it was read', async () => {
    vi.useFakeTimers()
    const w = world()
    w.state.line = 'down'
    w.state.refuse = (e) => (textOf(e) === 'bad' ? 'This is malformed.' : undefined)
    const store = memory()
    const box = new Outbox({ store, wire: w.wire })
    box.serve('ana')
    for (const text of ['one', 'bad', 'two']) await box.append('ana', 'j', note(text))
    await settle()
    w.state.line = 'up'
    await settle()
    expect(w.texts('j')).toEqual(['one', 'two'])
    expect(box.snapshot().map((e) => [textOf(e.event), e.refused])).toEqual([['bad', 'This is malformed.']])
    await box.dismiss(box.snapshot()[0]!.order)
    expect(await store.all()).toEqual([])
    vi.useRealTimers()
  })
  it('of somebody who has handed the device over waits for them, and is never sent in another’s name', async () => {
    vi.useFakeTimers()
    const w = world()
    w.state.line = 'down'
    const box = new Outbox({ store: memory(), wire: w.wire })
    box.serve('ana')
    await box.append('ana', 'j', note('ana’s'))
    await settle()
    w.state.line = 'up'
    box.serve('ben')
    await box.append('ben', 'j', note('ben’s'))
    await settle()
    expect(w.texts('j')).toEqual(['ben’s'])
    box.serve('ana')
    await settle()
    expect(w.texts('j')).toEqual(['ben’s', 'ana’s'])
    vi.useRealTimers()
  })
  it('cannot be kept by this browser: then it is said so, and nothing is pretended', async () => {
    const broken = { ...memory(), add: () => Promise.reject(new Error('The disk is full.')) }
    const box = new Outbox({ store: broken, wire: world().wire })
    box.serve('ana')
    await expect(box.append('ana', 'j', note('one'))).rejects.toThrow('The disk is full.')
    expect(box.snapshot()).toEqual([])
  })

  it('whatever the line does: every tap is in its job’s ledger once, in the order it was tapped', async () => {
    const act = fc.oneof(
      { weight: 6, arbitrary: fc.record({ do: fc.constant('tap' as const), job: fc.constantFrom('j1', 'j2') }) },
      {
        weight: 2,
        arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.constantFrom(0, 5, 1500, 30_000) }),
      },
      {
        weight: 3,
        arbitrary: fc.record({
          do: fc.constantFrom(
            'up' as const,
            'down' as const,
            'deaf' as const,
            'reload' as const,
            'away' as const,
            'back' as const,
          ),
        }),
      },
    )
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
        vi.useFakeTimers()
        const w = world()
        const store = memory()
        const fresh = () => new Outbox({ store, wire: w.wire })
        let box = fresh()
        box.serve('ana')
        const tapped: Record<string, string[]> = { j1: [], j2: [] }
        let n = 0
        for (const a of acts) {
          if (a.do === 'tap') {
            const text = `${n++}`
            tapped[a.job]!.push(text)
            await box.append('ana', a.job, note(text))
          } else if (a.do === 'wait') await vi.advanceTimersByTimeAsync(a.ms)
          else if (a.do === 'reload') {
            // The old page is gone with whatever it was waiting for.
            box.serve(undefined)
            box = fresh()
            box.serve('ana')
          } else if (a.do === 'away') box.serve(undefined)
          else if (a.do === 'back') box.serve('ana')
          else w.state.line = a.do
        }
        w.state.line = 'up'
        box.serve('ana')
        void box.send()
        await settle()
        await settle()
        for (const job of ['j1', 'j2']) expect(w.texts(job)).toEqual(tapped[job])
        expect(await store.all()).toEqual([])
        vi.useRealTimers()
      }),
      { numRuns: 300 },
    )
  }, 60_000)
})

describe('the browser’s own database', () => {
  it('gives each thing a place in the order that is never given again, and keeps it past the page', async () => {
    const store = keptEvents('one')
    const first = await store.add({ person: 'ana', job: 'j', event: note('one'), offline: false })
    expect(first.event.deviceSeq).toBe(first.order)
    await store.remove([first.order])
    const second = await store.add({ person: 'ana', job: 'j', event: note('two'), offline: false })
    expect(second.order).toBeGreaterThan(first.order)
    await store.put({ ...second, offline: true })
    expect(await keptEvents('one').all()).toEqual([{ ...second, offline: true }])
  })
  it('two pages of one browser number what is tapped in one row', async () => {
    const [a, b] = [keptEvents('two'), keptEvents('two')]
    const all = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        (i % 2 ? a : b).add({ person: 'ana', job: 'j', event: note(`${i}`), offline: false }),
      ),
    )
    expect(new Set(all.map((k) => k.order)).size).toBe(20)
  })
})
