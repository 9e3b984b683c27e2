import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf } from '../../tests/support/ledger.ts'
import { type Place, refusal } from './allow.ts'
import { replay, stepState } from './reduce.ts'

const procedure = generateProcedure(carB(), catalogue)
const before = (id: string) => procedure.links.filter((l) => l.to === id).map((l) => l.from)
/** A step that wets a seat, what is done before it, and what dries after it. */
const dry = procedure.steps.find((s) => s.id === 'dry:seats-1')!
const wet = procedure.steps.find((s) => s.id === before(dry.id).at(-1))!
const seat: Place = { id: 'seats', kinds: [wet.surfaces[0]!.split('.')[1]!] }
const done: Line[] = [
  ['ana', 'step-started', wet.id],
  ['ana', 'step-finished', wet.id],
]
const again: Line = ['ana', 'step-reopened', wet.id]
const [ana, ben, tam] = [
  { person: 'ana', leads: false },
  { person: 'ben', leads: false },
  { person: 'tam', leads: true },
]
const stateOf = (lines: Line[]) => replay(ledgerOf(lines), procedure)
const may = (lines: Line[], who = ana, step = wet.id, places: Place[] = []) =>
  refusal({ type: 'step-reopened', data: { step } }, procedure, stateOf(lines), who, places, '')?.code

describe('what was said to be over by mistake', () => {
  it('is laid down as far as it was worked, goes on, and its minutes add up', () => {
    const opened = stepState(stateOf([...done, again]), wet.id)
    expect(opened).toMatchObject({ status: 'paused', finishedAt: null, runningBy: null, by: ['ana'], worked: 1 })
    // The ledger of a test goes on by a minute a line: started at 4, finished at 5.
    const after = stateOf([...done, again, ...done])
    expect(stepState(after, wet.id)).toMatchObject({ status: 'finished', worked: 2 })
  })
  it('takes the dwell that its end began with it, and whoever signed it off', () => {
    const first = procedure.links.find((l) => l.minLag > 0 && l.maxLag !== undefined)!.from
    const lines: Line[] = [
      ['ana', 'step-started', first],
      ['ana', 'step-finished', first],
    ]
    expect(stateOf(lines).timers.map((t) => t.step)).toEqual([first])
    expect(stateOf([...lines, ['ana', 'step-reopened', first]]).timers).toEqual([])
    const signed = stateOf([...done, ['tam', 'signed-off', wet.id], again])
    expect(signed.signed).toEqual({})
  })
  it('is opened by whoever did it or by a lead; what was left out, by a lead alone', () => {
    expect(may(done)).toBeUndefined()
    expect(may(done, ben)).toBe('not-yours-to-open')
    expect(may(done, tam)).toBeUndefined()
    const skipped: Line[] = [['ana', 'step-skipped', { step: wet.id, reason: 'not wanted' }]]
    expect(may(skipped)).toBe('not-yours-to-open')
    expect(may(skipped, tam)).toBeUndefined()
    expect(stepState(stateOf([...skipped, again]), wet.id)).toMatchObject({ status: 'waiting', reason: null })
    expect(may(done.slice(0, 1))).toBe('not-over')
  })
  it('what somebody found dry too soon dries on', () => {
    const ended = before(dry.id).flatMap((step): Line[] => [
      ['ana', 'step-started', step],
      ['ana', 'step-finished', step],
    ])
    const lines: Line[] = [...ended, ['ben', 'step-finished', dry.id]]
    expect(may(lines, ben, dry.id)).toBeUndefined()
    expect(stepState(stateOf([...lines, ['ben', 'step-reopened', dry.id]]), dry.id)).toMatchObject({
      status: 'waiting',
      startedAt: null,
    })
  })
  it('stays where later work was begun on it, or its place was looked at since, and once the car is gone', () => {
    expect(may([...done, ['ben', 'step-finished', dry.id]])).toBe('stands-on-it')
    const looked: Line[] = [...done, ['tam', 'check-passed', { place: 'seats' }]]
    expect(may(looked, ana, wet.id, [seat])).toBe('looked-at')
    expect(may(looked, ana, wet.id, [{ id: 'elsewhere', kinds: ['glass'] }])).toBeUndefined()
    expect(may([...done, ['tam', 'handed-over', { to: 'Mo' }]])).toBe('handed-over')
  })
})
