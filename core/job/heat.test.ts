import { expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { generateProcedure } from '../procedures/make/generate.ts'
import { needsOf } from './needs.ts'
import { emptyState, waiting } from './reduce.ts'

const car = carB()
car.checkIn.permissions = { ...car.checkIn.permissions, 'engine-heat': true }
const procedure = generateProcedure({ ...car, air: 'heat' }, catalogue)
const cycle = procedure.steps.find((s) => s.treatment === 'heat_cycle')!
const at = '2026-11-28T10:00:00.000Z'
const needs = (change: object) =>
  needsOf(procedure, { ...emptyState(), steps: { [cycle.id]: { ...waiting, ...change } } }, [], at).filter(
    (n) => n.kind === 'switch-off',
  )

it('an engine that runs for its heat is switched off in time: whoever is needed for it is told when', () => {
  expect(cycle.crew).toBe(1)
  expect(cycle.minutes).toBeLessThanOrEqual(60)
  expect(needs({ status: 'running', runningBy: 'ines', since: at, startedAt: at })).toEqual([
    { kind: 'switch-off', of: cycle.title, step: cycle.id, at: '2026-11-28T10:45:00.000Z' },
  ])
  // Ten minutes of it were run before somebody paused it.
  expect(needs({ status: 'running', runningBy: 'ines', since: at, startedAt: at, worked: 10 })[0]!.at).toBe(
    '2026-11-28T10:35:00.000Z',
  )
  for (const status of ['waiting', 'paused', 'finished']) expect(needs({ status })).toEqual([])
})
