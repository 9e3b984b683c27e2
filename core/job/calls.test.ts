import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { refusal } from './allow.ts'
import { openCalls } from './calls.ts'
import { needsOf } from './needs.ts'
import { reduce, replay, stepState } from './reduce.ts'
import type { WorkEvent, WorkState } from './schema.ts'

const procedure = generateProcedure(
  requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 }, 'seat-2l.seat-base': { soil: 4 } }),
  catalogue,
)
const walk = 'walk_round:car'
const clock = (minute: number) => new Date(minute * 60_000).toISOString()
type Line = [number, string, WorkEvent['type'], object]

const ledger = (lines: Line[], from = 0): WorkEvent[] =>
  lines.map(([minute, author, type, data], i) => ({
    id: `e${from + i}`,
    job: 'j',
    position: from + i + 1,
    author,
    device: 'd',
    deviceSeq: i,
    deviceTime: '',
    serverTime: clock(minute),
    type,
    data,
  })) as unknown as WorkEvent[]
const folded = (...lines: Line[]) => replay(ledger(lines), procedure)
const asks = (state: WorkState, person: string, type: WorkEvent['type'], data: object, leads = false) =>
  refusal({ type, data } as never, procedure, state, { person, leads }, [], clock(60))?.code
const said = (state: WorkState) => speak.log(state).map((line) => line.text)

describe('a step handed on', () => {
  const begun: Line = [0, 'ana', 'step-started', { step: walk }]
  const handed: Line = [4, 'ana', 'step-handed', { step: walk, to: 'ben', note: 'glovebox is left' }]
  it('waits for whoever goes on, keeps the minutes, and says so', () => {
    const state = folded(begun, handed)
    expect(stepState(state, walk)).toMatchObject({
      status: 'paused',
      runningBy: null,
      worked: 4,
      by: ['ana'],
      reason: 'glovebox is left',
      handed: { to: 'ben', by: 'ana' },
    })
    expect(said(state).at(-1)).toContain('glovebox is left')
  })
  it('is nobody’s in particular once somebody has gone on, over or left out', () => {
    for (const next of ['step-started', 'step-finished', 'step-skipped'] as const) {
      const lines: Line[] = [begun, handed, [6, 'cyd', next, { step: walk, reason: 'for the test' }]]
      expect(stepState(folded(...lines), walk).handed, next).toBeUndefined()
    }
    const on = folded(begun, handed, [6, 'ben', 'step-started', { step: walk }])
    expect(stepState(on, walk)).toMatchObject({ reason: null, by: ['ana', 'ben'], worked: 4 })
  })
  it('is handed by whoever is at it or laid it down, or by a lead; not to oneself', () => {
    const to = (person: string, whom: string, state: WorkState, leads = false) =>
      asks(state, person, 'step-handed', { step: walk, to: whom }, leads)
    expect(to('ana', 'ben', folded())).toBe('not-running')
    expect(to('ana', 'ben', folded(begun))).toBeUndefined()
    expect(to('cyd', 'ben', folded(begun))).toBe('not-yours')
    expect(to('cyd', 'ben', folded(begun), true)).toBeUndefined()
    expect(to('ana', 'ana', folded(begun))).toBe('to-oneself')
    const paused = folded(begun, [3, 'ana', 'step-paused', { step: walk, reason: 'break' }])
    expect(stepState(paused, walk).reason).toBe('break')
    expect(to('ana', 'ben', paused)).toBeUndefined()
    expect(to('cyd', 'ben', paused)).toBe('not-yours')
  })
  it('by a phone without a line is not taken from under somebody else’s hands', () => {
    const state = folded(begun, [1, 'ana', 'step-paused', { step: walk }], [2, 'ben', 'step-started', { step: walk }])
    const [late] = ledger([[9, 'ana', 'step-handed', { step: walk, to: 'cyd' }]], 3)
    const next = reduce(state, { ...late!, offline: { at: clock(1), conflict: 'not-yours' } } as WorkEvent, procedure)
    expect(stepState(next, walk)).toMatchObject({ status: 'running', runningBy: 'ben' })
    expect(next.conflicts).toMatchObject([{ code: 'not-yours', counted: false }])
  })
})

describe('whoever is stuck', () => {
  const begun: Line = [0, 'ana', 'step-started', { step: walk }]
  const stuck: Line = [5, 'ana', 'stuck', { step: walk, note: 'the glovebox is locked' }]
  it('is free for something else, and the lead is needed until they answer', () => {
    const state = folded(begun, stuck)
    expect(stepState(state, walk)).toMatchObject({ status: 'paused', reason: 'the glovebox is locked' })
    const [need] = needsOf(procedure, state, [], clock(6))
    expect(need).toMatchObject({ kind: 'stuck', step: walk, by: 'ana' })
    expect(speak.need(need!).title).toContain('Stuck at')
    expect(asks(state, 'ana', 'answered', { call: 'e1', note: 'ask the front desk' })).toBe('lead-answers')
    expect(asks(state, 'tam', 'answered', { call: 'e9', note: 'what' }, true)).toBe('no-call')
    expect(asks(state, 'tam', 'answered', { call: 'e1', note: 'ask the front desk' }, true)).toBeUndefined()
    const answered = folded(begun, stuck, [7, 'tam', 'answered', { call: 'e1', note: 'ask the front desk' }])
    expect(openCalls(procedure, answered)).toEqual([])
    expect(answered.calls![0]!.answer).toEqual({ by: 'tam', at: clock(7), note: 'ask the front desk' })
    expect(asks(answered, 'tam', 'answered', { call: 'e1', note: 'again' }, true)).toBe('no-call')
  })
  it('and whoever goes on all the same needs no answer any more', () => {
    expect(openCalls(procedure, folded(begun, stuck, [8, 'ana', 'step-started', { step: walk }]))).toEqual([])
  })
  it('does not lay down what somebody else is at', () => {
    expect(asks(folded(begun), 'ben', 'stuck', { step: walk, note: 'cannot' })).toBe('not-yours')
    expect(stepState(folded(begun, [5, 'ben', 'stuck', { step: walk, note: 'cannot' }]), walk).status).toBe('running')
  })
})

describe('an incident', () => {
  const hurt: Line = [
    3,
    'ana',
    'incident',
    { kind: 'splash', note: 'wheel cleaner in the left eye', done: 'rinsed for fifteen minutes', hurt: 'Ana' },
  ]
  it('needs a lead until one has answered, and stands in the log as it was said', () => {
    const state = folded(hurt)
    expect(needsOf(procedure, state, [], clock(4))[0]).toMatchObject({ kind: 'incident', by: 'ana' })
    expect(said(state)).toEqual([
      'Splash in eye or on skin: wheel cleaner in the left eye. Hurt: Ana. Done at once: rinsed for fifteen minutes',
    ])
  })
  it('counts whatever else happened while the phone had no line', () => {
    const gone = folded([1, 'tam', 'handed-over', { to: 'the customer' }])
    const [late] = ledger([hurt], 1)
    const next = reduce(gone, { ...late!, offline: { at: clock(0), conflict: 'handed-over' } } as WorkEvent, procedure)
    expect(next.calls).toHaveLength(1)
  })
})

describe('more work than was agreed', () => {
  const extra = { what: 'boot liner', price: 2500, currency: 'EUR', minutes: 25, by: 'Mrs Hale', how: 'phone' }
  it('is recorded by a lead, and says for how much, by whom and how', () => {
    expect(asks(folded(), 'ana', 'extra-agreed', extra)).toBe('lead-records')
    expect(asks(folded(), 'tam', 'extra-agreed', extra, true)).toBeUndefined()
    const state = folded([3, 'tam', 'extra-agreed', extra])
    expect(state.extras).toEqual([{ ...extra, recordedBy: 'tam', at: clock(3) }])
    expect(said(state)).toEqual(['More than was agreed: boot liner, 25.00 EUR, 25 min. Mrs Hale took it by phone.'])
  })
  it('forgets who took it when they are erased', () => {
    const state = folded([3, 'tam', 'extra-agreed', extra], [9, 'tam', 'customer-erased', { words: 'erased' }])
    expect(JSON.stringify(state)).not.toContain('Hale')
  })
})

describe('a dwell that was too long', () => {
  const sprayed: Line[] = [
    [0, 'ana', 'step-started', { step: 'prespray:seats-1' }],
    [2, 'ana', 'step-finished', { step: 'prespray:seats-1' }],
  ]
  const did = (how: 'misted' | 'pulled'): Line => [9, 'ana', 'dried-on', { step: 'prespray:seats-1', did: how }]
  it('begins anew once it is misted, and is over once the water is pulled out', () => {
    expect(folded(...sprayed, did('misted')).timers).toEqual([
      { step: 'prespray:seats-1', min: 2, max: 5, startedAt: clock(9) },
    ])
    expect(folded(...sprayed, did('pulled')).timers).toEqual([])
    expect(asks(folded(...sprayed), 'ana', 'dried-on', { step: 'prespray:seats-1', did: 'misted' })).toBeUndefined()
    expect(asks(folded(), 'ana', 'dried-on', { step: 'prespray:seats-1', did: 'misted' })).toBe('no-timer')
  })
})

describe('a tank', () => {
  it('is filled and emptied at steps that have one', () => {
    const wet = procedure.steps.find((s) => s.equipment.length > 0)!
    expect(asks(folded(), 'ana', 'tank', { step: wet.id, did: 'emptied', litres: 6 })).toBeUndefined()
    expect(asks(folded(), 'ana', 'tank', { step: walk, did: 'emptied', litres: 6 })).toBe('no-tank')
    expect(said(folded([1, 'ana', 'tank', { step: wet.id, did: 'emptied', litres: 6 }]))[0]).toMatch(
      /^Tank emptied, 6 l/,
    )
  })
})
