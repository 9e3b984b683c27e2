import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { attendedMinutes } from '#core/procedures/attended.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf, minute } from '../../tests/support/ledger.ts'
import { minutesLeft } from './progress.ts'
import { emptyState, replay, stepState } from './reduce.ts'
import type { WorkEvent } from './schema.ts'
import { timingsOf } from './timings.ts'

// Facts: what phones wrote down while they had no line. Nothing of it is lost, and what contradicts is named on both sides.

const procedure = generateProcedure(carA(), catalogue)
const ledger = (...lines: Line[]): WorkEvent[] => ledgerOf(lines, 100)
const walk = 'walk_round:car'

describe('a fact', () => {
  it('counts at the time it happened, not when it came in', () => {
    const state = replay(ledger(['ana', 'step-started', walk, null], ['ana', 'step-finished', walk, null]), procedure)
    expect(stepState(state, walk)).toMatchObject({ status: 'finished', startedAt: minute(0), finishedAt: minute(1) })
    expect(state.conflicts).toEqual([])
  })
  it('that two people finished the same step is kept of both, and both are named', () => {
    const state = replay(
      ledger(
        ['ana', 'step-started', walk],
        ['ana', 'step-finished', walk],
        ['ben', 'step-started', walk, 'over'],
        ['ben', 'step-finished', walk, 'over'],
      ),
      procedure,
    )
    expect(stepState(state, walk)).toMatchObject({ status: 'finished', by: ['ana', 'ben'], event: 'e2' })
    expect(state.conflicts.map((c) => [c.event, c.code, c.by, c.against?.event, c.counted])).toEqual([
      ['e3', 'over', 'ben', 'e2', false],
      ['e4', 'over', 'ben', 'e2', false],
    ])
  })
  it('of work that was done stands above a skip made meanwhile', () => {
    const state = replay(
      ledger(['tam', 'step-skipped', { step: walk, reason: 'no time' }], ['ana', 'step-finished', walk, 'over']),
      procedure,
    )
    expect(stepState(state, walk)).toMatchObject({ status: 'finished', by: ['ana'], reason: null })
    expect(state.conflicts).toMatchObject([{ code: 'over', counted: true, against: { event: 'e1' } }])
  })
  it('“dry” of what was not wetted to its end counts for nothing and is shown', () => {
    const dry = procedure.steps.find((s) => s.crew === 0)!
    const state = replay(ledger(['ana', 'step-finished', dry.id, 'waits-for']), procedure)
    expect(stepState(state, dry.id).status).toBe('waiting')
    expect(state.conflicts).toMatchObject([{ code: 'waits-for', counted: false }])
  })
  it('of a step that the procedure no longer has is kept, and changes nothing else', () => {
    const state = replay(ledger(['ana', 'step-finished', 'gone:car', 'unknown-step']), procedure)
    expect(state.steps).toEqual({})
    expect(state.conflicts).toMatchObject([{ step: 'gone:car', code: 'unknown-step', counted: false }])
  })
  it('noted after the car was handed over is still readable; work after it is only named', () => {
    const state = replay(
      ledger(
        ['bea', 'handed-over', { to: 'the owner' }],
        ['ana', 'note', { text: 'left rear window stiff' }, 'handed-over'],
        ['ana', 'step-finished', walk, 'handed-over'],
      ),
      procedure,
    )
    expect(speak.log(state).map((n) => n.text)).toEqual(['left rear window stiff'])
    expect(state.steps).toEqual({})
    expect(state.conflicts.map((c) => c.counted)).toEqual([true, false])
  })
  it('gives no time for the shop’s pace: device clocks are shown, never trusted', () => {
    const live = ledger(['ana', 'step-started', walk], ['ana', 'step-finished', walk]).map((e, i) => ({
      ...e,
      serverTime: minute(i * 8),
    }))
    expect(timingsOf(live, procedure)).toHaveLength(1)
    const half = [live[0]!, { ...live[1]!, offline: { at: minute(8), conflict: null } }]
    expect(timingsOf(half, procedure)).toEqual([])
  })
})

it('attended minutes are everybody’s: totals and progress agree on a car with a two-person step', () => {
  const request = requestFor(bodyNamed('carrier'), { 'foot-1l.carpet': { soil: 4 } })
  request.houseRules = { seats: 'out' }
  request.checkIn.permissions['seats-out'] = true
  request.skills = catalogue.skills.map((s) => s.id)
  const made = generateProcedure(request, catalogue)
  const pair = made.steps.find((s) => s.crew === 2)!
  expect(pair.p50).toBeGreaterThan(0)
  const byHand = made.steps.reduce((sum, s) => sum + s.p50 * s.crew, 0)
  expect(made.totals.attended).toBeCloseTo(byHand, 9)
  expect(minutesLeft(made, emptyState())).toBeCloseTo(byHand, 9)
  const over = replay(ledger(['ana', 'step-finished', pair.id, null]), made)
  expect(minutesLeft(made, over)).toBeCloseTo(byHand - 2 * pair.p50, 9)
  expect(attendedMinutes([pair])).toBe(2 * pair.p50)
})
