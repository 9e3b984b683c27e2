import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { emptyState, waiting } from '#core/job/reduce.ts'
import type { StepState, WorkState } from '#core/job/schema.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { AtWork } from '#web/client/work.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { nextStep, stepsAfter, waitingForSkill } from './choose.ts'

const procedure = generateProcedure(carA(), catalogue)
const now = '2026-01-01T10:00:00.000Z'
const view = (state: WorkState, mine: string[] = []) =>
  ({ procedure, state, skills: {}, mine: mine.map((step, start) => ({ step, start })) }) as unknown as AtWork
const step = (change: Partial<StepState>): StepState => ({ ...waiting, ...change })

it('offers the first step that can start', () => {
  expect(nextStep(view(emptyState()), 'ana', now)?.id).toBe('walk_round:car')
})

it('prefers what the plan gives the person, if it can start', () => {
  const state = { ...emptyState(), steps: { 'walk_round:car': step({ status: 'finished', finishedAt: now }) } }
  expect(nextStep(view(state, ['lm:seats-1', 'set_up:vacuum']), 'ana', now)?.id).toBe('set_up:vacuum')
})

it('stays on what the person is on, and shows two steps after it', () => {
  const state = {
    ...emptyState(),
    steps: { 'walk_round:car': step({ status: 'running', runningBy: 'ana', startedAt: now }) },
  }
  const current = nextStep(view(state), 'ana', now)
  expect(current?.id).toBe('walk_round:car')
  expect(nextStep(view(state), 'ben', now)).toBeUndefined()
  expect(stepsAfter(view(state, ['dust:car']), current).map((s) => s.id)[0]).toBe('dust:car')
  expect(stepsAfter(view(state), current)).toHaveLength(2)
})

it('tells a person what only a skill keeps from them, and a lead what may be let', () => {
  const leather = carA()
  leather.checkIn.vehicle.body.materials.seat = 'coated-leather'
  const made = generateProcedure(leather, catalogue)
  const clean = made.steps.find((s) => s.skills.includes('leather'))!
  const over = made.steps
    .slice(0, made.steps.indexOf(clean))
    .map((s) => [s.id, step({ status: 'finished', finishedAt: now })])
  const state = { ...emptyState(), steps: Object.fromEntries(over) }
  const shown = { procedure: made, state, mine: [], skills: { ana: [], tam: ['leather'] } } as unknown as AtWork
  const late = '2026-01-02T10:00:00.000Z'
  const ids = (person: string, leads: boolean) => waitingForSkill(shown, person, leads, late).map((s) => s.id)
  expect(ids('ana', false)).toContain(clean.id)
  expect(ids('tam', false)).not.toContain(clean.id)
  expect(ids('tam', true)).toContain(clean.id)
  expect(nextStep(shown, 'ana', late)?.id).not.toBe(clean.id)
})
