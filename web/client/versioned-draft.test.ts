import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { type Keeper, NoLine, Overtaken, type Saved, type Stored, VersionedDraft } from './versioned-draft.ts'

type Doc = { condition: { [surface: string]: { soil: number } }; notes: string }
const whole = (pointer: string) => /^\/condition\/[^/]+$/.test(pointer)
const empty: Doc = { condition: {}, notes: '' }
const paint = (surface: string, soil: number) => (now: Doc) => ({
  ...now,
  condition: { ...now.condition, [surface]: { soil } },
})

/** A browser's storage: outlives drafts as it outlives pages. */
function storage(): Keeper<Doc> & { has: () => boolean } {
  let text: string | undefined
  return {
    read: () => (text === undefined ? undefined : (JSON.parse(text) as Stored<Doc>)),
    write: (stored) => {
      text = JSON.stringify(stored)
      return true
    },
    clear: () => {
      text = undefined
    },
    has: () => text !== undefined,
  }
}

/** A server that saves over the newest version only, as the real one does. */
function server() {
  let row: Saved<Doc> = { version: 1, value: empty }
  return {
    get row() {
      return row
    },
    put({ version, value }: Saved<Doc>): Saved<Doc> {
      if (version !== row.version) throw new Overtaken(structuredClone(row))
      row = { version: version + 1, value: structuredClone(value) }
      return row
    },
  }
}

beforeEach(() => {
  vi.useFakeTimers()
})
afterEach(() => {
  vi.useRealTimers()
})

function open(from: ReturnType<typeof server>, keeper = storage(), save = async (s: Saved<Doc>) => from.put(s)) {
  return new VersionedDraft<Doc>({ start: structuredClone(from.row), save, keeper, whole })
}

describe('a draft', () => {
  it('saves itself after a rest, one save at a time, each over the version before', async () => {
    const s = server()
    const sent: number[] = []
    const draft = open(s, storage(), async (saved) => {
      sent.push(saved.version)
      await new Promise((resolve) => setTimeout(resolve, 300))
      return s.put(saved)
    })
    draft.change(paint('seat', 2))
    await vi.advanceTimersByTimeAsync(700)
    // A tap in the very moment a save is under way.
    draft.change(paint('mat', 3))
    expect(draft.snapshot().status).toBe('saving')
    await vi.advanceTimersByTimeAsync(2000)
    expect(s.row.value.condition).toEqual({ seat: { soil: 2 }, mat: { soil: 3 } })
    expect(sent).toEqual([1, 2])
    expect(draft.snapshot().status).toBe('saved')
  })
  it('keeps every stroke in the browser before it is sent, and forgets it when the server has it', async () => {
    const s = server()
    const keeper = storage()
    const draft = open(s, keeper)
    draft.change(paint('seat', 2))
    expect(keeper.has()).toBe(true)
    await vi.advanceTimersByTimeAsync(1000)
    expect(keeper.has()).toBe(false)
  })
  it('made anew from what the browser kept goes on where it was, and can be undone to what the server has', async () => {
    const s = server()
    const keeper = storage()
    open(s, keeper).change(paint('seat', 2))
    const again = open(s, keeper)
    expect(again.snapshot()).toMatchObject({ value: { condition: { seat: { soil: 2 } } }, canUndo: true })
    await vi.advanceTimersByTimeAsync(1000)
    expect(s.row.value.condition).toEqual({ seat: { soil: 2 } })
  })
  it('tries again while the line is down, says so, and knows its own save when only the answer was lost', async () => {
    const s = server()
    let lost = 2
    const draft = open(s, storage(), async (saved) => {
      const row = s.put(saved)
      if (lost-- > 0) throw new NoLine('No connection.')
      return row
    })
    draft.change(paint('seat', 2))
    await vi.advanceTimersByTimeAsync(700)
    expect(draft.snapshot().status).toBe('kept')
    await vi.advanceTimersByTimeAsync(20_000)
    expect(draft.snapshot()).toMatchObject({ status: 'saved', conflict: null })
    expect(s.row).toMatchObject({ version: 2, value: { condition: { seat: { soil: 2 } } } })
  })
  it('what the server refuses is kept and told, and not sent again until it is changed', async () => {
    const keeper = storage()
    let calls = 0
    const draft = open(server(), keeper, async () => {
      calls++
      throw new Error('No such customer.')
    })
    draft.change(paint('seat', 2))
    await vi.advanceTimersByTimeAsync(60_000)
    expect(calls).toBe(1)
    expect(draft.snapshot()).toMatchObject({ status: 'refused', error: { message: 'No such customer.' } })
    expect(keeper.has()).toBe(true)
    draft.change(paint('seat', 3))
    await vi.advanceTimersByTimeAsync(1000)
    expect(calls).toBe(2)
  })
  it('what is not ready waits, kept', async () => {
    const s = server()
    const draft = open(s)
    draft.setReady(false)
    draft.change(paint('seat', 2))
    await vi.advanceTimersByTimeAsync(5000)
    expect(s.row.version).toBe(1)
    draft.setReady(true)
    await vi.advanceTimersByTimeAsync(1000)
    expect(s.row.version).toBe(2)
  })
  it('takes over another’s save while nothing of one’s own stands against it, and an older answer that comes late changes nothing', () => {
    const s = server()
    const draft = open(s)
    const older = structuredClone(s.row)
    s.put({ version: 1, value: paint('dash', 1)(empty) })
    draft.seen(s.row)
    draft.seen(older)
    expect(draft.snapshot().value.condition).toEqual({ dash: { soil: 1 } })
    draft.undo()
    expect(draft.snapshot().value.condition).toEqual({})
  })
})

it('what was undone after a save nobody heard the answer of is undone at the server too', async () => {
  const s = server()
  const keeper = storage()
  const first = open(s, keeper, async (saved) => {
    s.put(saved)
    throw new NoLine('The page went away.')
  })
  first.change(paint('seat', 2))
  await first.flush()
  first.close()
  expect(s.row.value.condition).toEqual({ seat: { soil: 2 } })
  const again = new VersionedDraft<Doc>({
    start: { version: 1, value: empty },
    save: async (d) => s.put(d),
    keeper,
    whole,
  })
  again.undo()
  again.change(paint('mat', 1))
  await vi.advanceTimersByTimeAsync(5000)
  expect(again.snapshot().status).toBe('saved')
  expect(s.row.value.condition).toEqual({ mat: { soil: 1 } })
})

describe('somebody else saved first', () => {
  async function met() {
    const s = server()
    const draft = open(s)
    draft.change(paint('seat', 2))
    draft.change(paint('dash', 3))
    s.put({ version: 1, value: paint('mat', 4)(paint('dash', 1)(empty)) })
    await vi.advanceTimersByTimeAsync(1000)
    return { s, draft }
  }
  it('both are shown side by side, and nothing is sent until a person has said what stands', async () => {
    const { s, draft } = await met()
    expect(draft.snapshot().status).toBe('conflict')
    expect(draft.snapshot().conflict!.differences.map((d) => [d.pointer, d.by])).toEqual([
      ['/condition/dash', 'both'],
      ['/condition/mat', 'theirs'],
      ['/condition/seat', 'mine'],
    ])
    draft.change(paint('wheel', 1))
    await vi.advanceTimersByTimeAsync(60_000)
    expect(s.row.version).toBe(2)
  })
  it.each([
    ['mine', { seat: { soil: 2 }, dash: { soil: 3 } }, { mat: { soil: 4 }, dash: { soil: 1 } }],
    ['theirs', { mat: { soil: 4 }, dash: { soil: 1 } }, { seat: { soil: 2 }, dash: { soil: 3 } }],
    ['both', { seat: { soil: 2 }, dash: { soil: 3 }, mat: { soil: 4 } }, { seat: { soil: 2 }, dash: { soil: 3 } }],
  ] as const)('%s stands, is saved, and undo brings back the other', async (choice, stands, undone) => {
    const { s, draft } = await met()
    draft.resolve(choice)
    await vi.advanceTimersByTimeAsync(1000)
    expect(s.row.value.condition).toEqual(stands)
    draft.undo()
    await vi.advanceTimersByTimeAsync(1000)
    expect(s.row.value.condition).toEqual(undone)
  })
})

describe('random strokes against delayed, failing, reordered saves, hand-overs and sign-outs', () => {
  type Act =
    | { do: 'stroke' | 'other'; surface: string; soil: number }
    | { do: 'wait'; ms: number }
    | { do: 'undo' | 'reload' | 'leave' | 'sign-out' | 'line-down' | 'line-up' | 'lose-answers' | 'refetch' | 'late' }
  const act: fc.Arbitrary<Act> = fc.oneof(
    {
      weight: 6,
      arbitrary: fc.record({
        do: fc.constant('stroke' as const),
        surface: fc.constantFrom('a', 'b', 'c', 'd'),
        soil: fc.nat(4),
      }),
    },
    {
      weight: 2,
      arbitrary: fc.record({
        do: fc.constant('other' as const),
        surface: fc.constantFrom('c', 'd', 'e'),
        soil: fc.nat(4),
      }),
    },
    {
      weight: 4,
      arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.constantFrom(50, 300, 700, 2500, 30_000) }),
    },
    {
      weight: 4,
      arbitrary: fc.record({
        do: fc.constantFrom(
          'undo' as const,
          'reload' as const,
          'leave' as const,
          'sign-out' as const,
          'line-down' as const,
          'line-up' as const,
          'lose-answers' as const,
          'refetch' as const,
          'late' as const,
        ),
      }),
    },
  )

  it('end with every tap there: mine where I touched last, theirs where I did not', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 40 }), fc.nat(), async (acts, seed) => {
        vi.useFakeTimers()
        const s = server()
        const keeper = storage()
        let line: 'up' | 'down' | 'deaf' = 'up'
        let signedIn = true
        let delay = seed % 400
        const rows: Saved<Doc>[] = [structuredClone(s.row)]
        const save = async (saved: Saved<Doc>) => {
          delay = (delay * 7 + 131) % 900
          await new Promise((resolve) => setTimeout(resolve, delay))
          if (line === 'down' || !signedIn) throw new NoLine('No connection.')
          const row = structuredClone(s.put(structuredClone(saved)))
          rows.push(row)
          if (line === 'deaf') throw new NoLine('The answer was lost.')
          await new Promise((resolve) => setTimeout(resolve, (delay * 3) % 500))
          return row
        }
        /** What a person's hand has done since their page and the server last agreed on it. */
        const touched = new Map<string, number>()
        const others = new Map<string, number>()
        const undone = new Set<string>()
        let draft = new VersionedDraft<Doc>({ start: structuredClone(s.row), save, keeper, whole })
        const settle = () => {
          if (draft.snapshot().conflict) draft.resolve('both')
        }
        for (const a of acts) {
          if (a.do === 'stroke') {
            settle()
            const before = draft.snapshot().value.condition[a.surface]?.soil
            draft.change(paint(a.surface, a.soil))
            // What is stroked as it was already is no change: should another have changed it meanwhile, theirs stands.
            if (before !== a.soil) {
              others.delete(a.surface)
              // There and back again before anything was saved is as if never touched, as undo is: whatever the server had there once may
              // be what both last agreed on. The next stroke to something new is certain again.
              const back = rows.some(({ value }) => value.condition[a.surface]?.soil === a.soil)
              if (back) touched.delete(a.surface)
              else touched.set(a.surface, a.soil)
              undone[back ? 'add' : 'delete'](a.surface)
            }
          } else if (a.do === 'other') {
            // Another person, on another device, who works on what the server has.
            const now = s.row
            s.put({ version: now.version, value: paint(a.surface, a.soil)(now.value) })
            rows.push(structuredClone(s.row))
            others.set(a.surface, a.soil)
          } else if (a.do === 'wait') await vi.advanceTimersByTimeAsync(a.ms)
          else if (a.do === 'undo') {
            // Undo is a stroke too: what stands after it is what the hand has done.
            settle()
            const before = draft.snapshot().value.condition
            draft.undo()
            const after = draft.snapshot().value.condition
            for (const k of new Set([...Object.keys(before), ...Object.keys(after)]))
              if (before[k]?.soil !== after[k]?.soil) {
                // Back to what both began with is as if never touched; back to something older is a stroke of its own. Either may stand
                // where somebody else touched it as well; the next stroke is certain again.
                touched.delete(k)
                others.delete(k)
                undone.add(k)
              }
          } else if (a.do === 'reload') {
            draft.part()
            draft.close()
            draft = new VersionedDraft<Doc>({ start: structuredClone(s.row), save, keeper, whole })
          } else if (a.do === 'leave') void draft.flush()
          else if (a.do === 'sign-out') {
            void draft.flush()
            signedIn = !signedIn
          } else if (a.do === 'line-down') line = 'down'
          else if (a.do === 'line-up') line = 'up'
          else if (a.do === 'lose-answers') line = 'deaf'
          else if (a.do === 'refetch') draft.seen(structuredClone(s.row))
          else {
            const row = rows[seed % rows.length]!
            draft.seen(structuredClone(row))
            // Late news that the server has what was stroked: page and server agree on it there, and whatever comes after is another's stroke.
            for (const [surface, soil] of touched)
              if (row.value.condition[surface]?.soil === soil) {
                touched.delete(surface)
                others.delete(surface)
                undone.add(surface)
              }
          }
          settle()
        }
        line = 'up'
        signedIn = true
        for (let i = 0; i < 40 && (draft.dirty || draft.snapshot().status !== 'saved'); i++) {
          settle()
          await vi.advanceTimersByTimeAsync(30_000)
        }
        expect(draft.snapshot().status).toBe('saved')
        expect(keeper.has()).toBe(false)
        const { condition } = s.row.value
        // What both touched goes to whoever was asked last: there the person chose "both", so mine, unless theirs came after it was saved.
        for (const [surface, soil] of touched)
          if (!others.has(surface)) expect(condition[surface]?.soil ?? Number.NaN, surface).toBe(soil)
        for (const [surface, soil] of others)
          if (!touched.has(surface) && !undone.has(surface)) expect(condition[surface]?.soil, surface).toBe(soil)
      }),
      { numRuns: 400 },
    )
  }, 60_000)
})
