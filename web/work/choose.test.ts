import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { emptyState, waiting } from '#core/job/reduce.ts'
import type { StepState, WorkState } from '#core/job/schema.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { AtWork } from '#web/client/work.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { nextStep, stepsAfter, waitingForSkill, whyWaiting } from './choose.ts'

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

it('puts first what was handed to somebody, and leaves to others what waits for them or for the lead', () => {
  const over = { status: 'finished', finishedAt: now } as const
  const paused = (to: string) => step({ status: 'paused', by: ['ben'], handed: { to, by: 'ben' } })
  const base = { 'walk_round:car': step(over), 'clear_out:car': step(over), 'purge:car': step(over) }
  const handed = (to: string) => view({ ...emptyState(), steps: { ...base, 'dust:car': paused(to) } }, ['dust:car'])
  expect(nextStep(handed('ana'), 'ana', now)?.id).toBe('dust:car')
  expect(nextStep(handed('cyd'), 'ana', now)?.id).not.toBe('dust:car')
  const call = {
    id: 'c',
    kind: 'stuck',
    step: 'dust:car',
    note: '',
    photo: null,
    by: 'ana',
    at: now,
    answer: null,
  } as const
  const stuck = view({ ...emptyState(), steps: base, calls: [call] }, ['dust:car'])
  expect(nextStep(stuck, 'ana', now)?.id).not.toBe('dust:car')
  expect(nextStep(stuck, 'ana', now, 'dust:car')?.id).toBe('dust:car')
})

it('says the soonest dwell that ends where nothing can be started', () => {
  const car = generateProcedure(
    requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 }, 'seat-2l.seat-base': { soil: 4 } }),
    catalogue,
  )
  const ahead = new Set(['prespray:seats-1'])
  const at = car.steps.findIndex((s) => s.id === 'prespray:seats-1')
  const over = car.steps.filter((s, i) => i < at || ahead.has(s.id))
  const state = {
    ...emptyState(),
    steps: Object.fromEntries(over.map((s) => [s.id, step({ status: 'finished', finishedAt: now })])),
  }
  const shown = { procedure: car, state, mine: [], skills: {} } as unknown as AtWork
  const no = whyWaiting(shown, 'ana', now)
  expect(no).toMatchObject({ code: 'dwell', facts: { minutes: 2 } })
})
