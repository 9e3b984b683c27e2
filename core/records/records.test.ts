import { describe, expect, it } from 'vitest'
import type { WorkEvent } from '#core/job/schema.ts'
import type { Procedure, Step } from '#core/procedures/schema.ts'
import { ledgerOf, minute } from '../../tests/support/ledger.ts'
import { factsOf } from './facts.ts'
import { figuresOf, type Kept, mondayOf, type Setting } from './figures.ts'
import { ownChance, shiftOf } from './outcomes.ts'
import type { JobFacts, StainFate } from './schema.ts'

const step = (id: string, more: Partial<Step> = {}) =>
  ({
    id,
    treatment: id,
    stage: 'wet',
    title: { code: 'treatment', facts: {} },
    p50: 10,
    crew: 1,
    surfaces: [],
    zones: [],
    applied: 0,
    product: null,
    ...more,
  }) as unknown as Step

/** Vacuumed, misted with 110 ml of 1:10, dry by itself, judged. */
const procedure = {
  steps: [
    step('vac'),
    step('mist', {
      surfaces: ['seat-1l.seat-base'],
      applied: 50,
      product: { id: 'acid', ratio: { concentrate: 1, water: 10 }, ml: 110 },
    }),
    step('dry', { crew: 0, p50: 0 }),
    step('judge', { treatment: 'judge', surfaces: ['seat-1l.seat-base'], p50: 2 }),
  ],
  links: [
    { from: 'mist', to: 'dry', minLag: 0, maxLag: 0, rules: [] },
    { from: 'dry', to: 'judge', minLag: 0, rules: [] },
  ],
  expectations: [{ surface: 'seat-1l.seat-base', name: {}, of: 'stain', kind: 'coffee', chance: 70 }],
  residuals: [],
} as unknown as Procedure

const checkIn = {
  vehicle: { make: 'Brant', model: 'Fennel' },
  money: { price: 9000, deposit: null, currency: 'EUR' },
} as unknown as Parameters<typeof factsOf>[0]['checkIn']

type Line = [at: number, who: string, type: WorkEvent['type'], about: string | object]
const ledger = (lines: Line[]): WorkEvent[] =>
  ledgerOf(lines.map(([, ...line]) => line)).map((event, i) => ({ ...event, serverTime: minute(lines[i]![0]) }))

const day: Line[] = [
  [0, 'ana', 'step-started', 'vac'],
  [8, 'ana', 'step-paused', 'vac'],
  [12, 'ben', 'step-started', 'vac'],
  [16, 'ben', 'step-finished', 'vac'],
  [20, 'ana', 'step-started', 'mist'],
  [25, 'ana', 'step-finished', 'mist'],
  [85, 'ana', 'step-finished', 'dry'],
  [90, 'ana', 'step-started', 'judge'],
  [93, 'ana', 'step-finished', 'judge'],
  [95, 'ana', 'extra-agreed', { what: 'Boot', price: 500, currency: 'EUR', minutes: 5, by: 'Mo', how: 'here' }],
  [100, 'tam', 'handed-over', { to: 'Mo' }],
]
const facts = (lines = day) => factsOf({ checkIn, procedure, events: ledger(lines), due: minute(92) })!

describe('what is kept of a car', () => {
  it('is nothing before it is handed over', () =>
    expect(factsOf({ checkIn, procedure, events: ledger(day.slice(0, -1)), due: null })).toBeNull())
  it('is what each step took of whom, beside what was planned', () => {
    const { steps } = facts()
    expect(steps.map((s) => [s.treatment, s.planned, s.took])).toEqual([
      ['vac', 10, 12],
      ['mist', 10, 5],
      ['judge', 2, 3],
    ])
    expect(steps[0]!.by).toEqual({ ana: 8, ben: 4 })
  })
  it('is when it dried, what was used, what was agreed, and when it was ready', () =>
    expect(facts()).toMatchObject({
      car: 'Brant Fennel',
      began: minute(0),
      ready: minute(93),
      drying: [[25 * 60_000, 85 * 60_000]],
      products: { acid: 10 },
      price: 9000,
      extras: 500,
      stains: [{ stain: 'coffee', treatment: 'mist', chance: 70, out: true }],
      again: [],
    }))
  it('is what was not right when dry, by what had been done there', () => {
    const lines: Line[] = [...day]
    lines.splice(7, 0, [88, 'ana', 'recheck-failed', { surfaces: ['seat-1l.seat-base'], note: 'ring', wicked: true }])
    lines.splice(10, 0, [94, 'ana', 'recheck-left', { surface: 'seat-1l.seat-base', note: 'stays' }])
    const { again, stains } = facts(lines)
    expect(again).toEqual([{ treatment: 'mist', came: true }])
    expect(stains[0]!.out).toBe(false)
  })
  it('is what the car came back for, by what had been done there the first time', () => {
    const events = ledger(day)
    const back = (more: object) =>
      factsOf({
        checkIn: { ...checkIn, condition: {}, ...more },
        procedure,
        events,
        due: null,
        before: { procedure, events },
      })!.again
    const held = [{ treatment: 'mist', came: false, back: true }]
    expect(back({ cameFor: { words: 'a ring', surfaces: ['seat-1l.seat-base'] } })).toEqual(held)
    // Nothing was named: what was found in need of something.
    expect(back({ condition: { 'seat-1l.seat-base': { soil: 2 }, 'seat-1r.seat-base': { soil: 0 } } })).toEqual(held)
    // What nobody had worked on is nobody's fault.
    expect(back({ condition: { 'seat-1r.seat-base': { soil: 2 } } })).toEqual([])
  })
  it('gives no time of what was recorded without a line', () => {
    const events = ledger(day)
    events[3] = { ...events[3]!, offline: { at: minute(16), conflict: null } }
    const [vac] = factsOf({ checkIn, procedure, events, due: null })!.steps
    expect(vac).toMatchObject({ timed: false, by: {} })
  })
})

const setting: Setting = {
  zone: 'UTC',
  hours: () => [],
  hour: (person) => (person === 'ana' ? 3000 : undefined),
  perMl: (product) => (product === 'acid' ? 2 : undefined),
  usedUp: () => 40,
  foretold: (job) => (job === 'b' ? 90 : 86),
}
const kept = (id: string, more: Partial<JobFacts> = {}): Kept => ({ ...facts(), ...more, id })

describe('sums', () => {
  it('compare plan and work by treatment, person and car, and name the cars of each line', () => {
    const { times } = figuresOf([kept('a'), kept('b')], setting)
    expect(times.treatment[0]).toEqual({ key: 'vac', planned: 20, took: 24, steps: 2, jobs: ['a', 'b'] })
    // Of ten planned minutes at the vacuum Ben, who had four of twelve, has a third.
    const ben = times.person.find((l) => l.key === 'ben')!
    expect(ben.took).toBeCloseTo(8)
    expect(ben.planned).toBeCloseTo(20 / 3)
    expect(times.car).toEqual([{ key: 'Brant Fennel', planned: 44, took: 40, steps: 6, jobs: ['a', 'b'] }])
  })
  it('share out everybody’s time from their first tap to their last', () => {
    // Ana: 8 at the vacuum, 12 to the mist, 5, then 65 to the judging of which 60 dried, 3. Ben: 4.
    const [line] = figuresOf([kept('a')], setting).days
    expect(line).toEqual({ key: '1970-01-01', hands: 20, drying: 60, waiting: 17, moving: 0, jobs: ['a'] })
  })
  it('call the way to another car so, and leave breaks out where hours are known', () => {
    const other = kept('b', { hands: [['ana', 120 * 60_000, 130 * 60_000]], drying: [] })
    const hours = () =>
      [
        [0, 100],
        [110, 200],
      ] as const
    const [line] = figuresOf([kept('a'), other], { ...setting, hours }).days
    // From 93 to 120, but for the break from 100 to 110.
    expect(line).toMatchObject({ hands: 30, moving: 17 })
  })
  it('leave a margin: price and extras less work, product and what was used up', () => {
    const [line] = figuresOf([kept('a')], setting).money
    // Ana 16 minutes at 30.00: 8.00; nobody said what Ben costs. 10 ml at 2.
    expect(line).toMatchObject({ labour: 800, product: 20, used: 40, margin: 9000 + 500 - 800 - 20 - 40 })
    expect(figuresOf([kept('a', { price: null })], setting).money[0]!.margin).toBeNull()
  })
  it('count promises by week and by what was said of them', () => {
    const { promises } = figuresOf([kept('a'), kept('b', { due: minute(300) })], setting)
    expect(promises.weeks).toEqual([{ key: '1969-12-29', of: 2, kept: 1, late: 1, jobs: ['a', 'b'] }])
    expect(promises.sure).toEqual([{ key: '90', of: 2, said: 88, kept: 50, jobs: ['a', 'b'] }])
  })
  it('know a week by its Monday', () => {
    expect(mondayOf('2026-11-29')).toBe('2026-11-23')
    expect(mondayOf('2026-11-23')).toBe('2026-11-23')
  })
})

const fates = (out: number, of: number, chance: number): StainFate[] =>
  Array.from({ length: of }, (_, i) => ({ stain: 'coffee', treatment: 'mist', chance, out: i < out }))

describe('what was said of stains', () => {
  it('is scored by its mean square distance from what came', () => {
    // 0.3² three times and 0.7² once, by four.
    const stains = fates(3, 4, 70)
    const [line] = figuresOf([kept('a', { stains })], setting).stains.stain
    expect(line).toMatchObject({ of: 4, out: 3, said: 70 })
    expect(line!.brier).toBeCloseTo((3 * 0.09 + 0.49) / 4)
  })
  it('is drawn to a shop’s own records as they grow', () => {
    expect(ownChance(70, shiftOf([]))).toBe(70)
    // Twelve that all came out weigh as much as the catalogue: (12 + 12 × 0.7) / 24.
    expect(ownChance(70, shiftOf(fates(12, 12, 70)))).toBe(85)
    expect(ownChance(70, shiftOf(fates(210, 300, 70)))).toBe(70)
    expect(ownChance(70, shiftOf(fates(0, 300, 70)))).toBeLessThan(5)
    // Where the shop's own chance was said, its records are still held against the catalogue's: they never pile up.
    const told = fates(12, 12, 85).map((f) => ({ ...f, seed: 70 }))
    expect(ownChance(70, shiftOf(told))).toBe(85)
    // What cannot be, and what is sure, stays so.
    expect(ownChance(0, 2)).toBe(0)
  })
})
