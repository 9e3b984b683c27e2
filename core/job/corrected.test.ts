import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf } from '../../tests/support/ledger.ts'
import { refusal } from './allow.ts'
import { replay, stepState } from './reduce.ts'
import { timingsOf } from './timings.ts'

const procedure = generateProcedure(carA(), catalogue)
const step = procedure.steps.find((s) => s.crew > 0 && s.stage !== 'kit')!
const done: [Line, Line] = [
  ['ana', 'step-started', step.id],
  ['ana', 'step-finished', step.id],
]
const correction = { step: step.id, minutes: 12, reason: 'Tapped after lunch.' }
const lead = { person: 'tam', leads: true }
const may = (lines: Parameters<typeof ledgerOf>[0], who = lead, data = correction) =>
  refusal({ type: 'time-corrected', data }, procedure, replay(ledgerOf(lines), procedure), who, [], '')?.code

describe('a time that is set right', () => {
  it('stands instead of what was tapped, with who and why, and is believed', () => {
    const events = ledgerOf([...done, ['tam', 'time-corrected', correction]])
    const after = stepState(replay(events, procedure), step.id)
    expect(after).toMatchObject({ status: 'finished', worked: 12, corrected: { by: 'tam', reason: correction.reason } })
    expect(timingsOf(events, procedure).map((t) => [t.position, t.took])).toEqual([
      [2, 1],
      [3, 12],
    ])
  })
  it('makes a time of what was recorded without a line', () => {
    const offline = ledgerOf([
      ['ana', 'step-started', step.id, null],
      ['ana', 'step-finished', step.id, null],
      ['tam', 'time-corrected', correction],
    ])
    expect(stepState(replay(offline.slice(0, 2), procedure), step.id).untimed).toBe(true)
    expect(stepState(replay(offline, procedure), step.id).untimed).toBeUndefined()
  })
  it('is a lead’s, of what is done, also when the car is gone', () => {
    expect(may([...done])).toBeUndefined()
    expect(may([...done, ['tam', 'handed-over', { to: 'Mo' }]])).toBeUndefined()
    expect(may([...done], { person: 'ana', leads: false })).toBe('lead-only')
    expect(may([done[0]])).toBe('not-over')
    expect(may([...done], lead, { ...correction, step: 'nothing:car' })).toBe('unknown-step')
  })
})

it('what went with the car and whose hand took it is kept; a customer who is erased leaves no hand', () => {
  const back = { keys: 2, mileage: 48_210, fuel: 50 }
  const signature = [[10, 10, 40, 60]]
  const events = ledgerOf([
    ['tam', 'handed-over', { to: 'Mo', back, signature }],
    ['tam', 'customer-erased', { words: 'erased on request' }],
  ])
  expect(replay(events.slice(0, 1), procedure).handedOver).toMatchObject({ to: 'Mo', back, signature })
  const { handedOver } = replay(events, procedure)
  expect(handedOver).toMatchObject({ to: 'erased on request', back })
  expect(handedOver).not.toHaveProperty('signature')
})
