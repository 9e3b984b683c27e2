import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { plan } from '#core/plan/plan.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { type Day, dayRequest } from './day-request.ts'
import { needsOf } from './needs.ts'
import { emptyState, waiting } from './reduce.ts'
import type { StepState, WorkState } from './schema.ts'

const procedure = generateProcedure(carA(), catalogue)
const severe = generateProcedure(requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 } }), catalogue)
const at = (minute: number) => new Date(minute * 60_000).toISOString()
const step = (change: Partial<StepState>): StepState => ({ ...waiting, ...change })
const withSteps = (steps: Record<string, StepState>): WorkState => ({ ...emptyState(), steps })
const finished = (from: number, to: number, by = 'ana') =>
  step({ status: 'finished', by: [by], startedAt: at(from), finishedAt: at(to) })

function day(state: WorkState, now: number, which = procedure): Day {
  return {
    people: [
      { id: 'ana', skills: ['extract', 'spotting', 'leather'], shifts: [[480, 1080]] },
      { id: 'ben', skills: [], shifts: [[480, 1080]] },
    ],
    equipment: catalogue.equipment.map((e) => ({ id: e.id, count: 1 })),
    jobs: [{ id: 'j', release: 480, due: 900, procedure: which, state }],
    mostPeople: 3,
    signOff: 3,
    goingOver: 3,
    now,
    minuteOf: (iso) => Date.parse(iso) / 60_000,
  }
}

describe('a day as a plan request', () => {
  it('plans a whole car feasibly from now on', () => {
    const request = dayRequest(day(emptyState(), 500.5))
    expect(request.now).toBe(501)
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect(Math.min(...answer.assignments.map((a) => a.start))).toBeGreaterThanOrEqual(501)
  })
  it('takes what is over or under way as facts and plans round them', () => {
    const state = withSteps({
      'walk_round:car': finished(485, 495),
      'clear_out:car': finished(495, 505),
      'set_up:wet-vac': step({ status: 'running', by: ['ben'], runningBy: 'ben', startedAt: at(506) }),
    })
    const request = dayRequest(day(state, 510))
    expect(request.fixed!.find((f) => f.activity === 'j/clear_out:car')).toEqual({
      activity: 'j/clear_out:car',
      start: 495,
      end: 505,
      technicians: ['ana'],
    })
    const kit = procedure.steps.find((s) => s.id === 'set_up:wet-vac')!
    expect(request.fixed!.find((f) => f.activity === 'j/set_up:wet-vac')).toMatchObject({
      start: 506,
      end: 506 + kit.minutes,
      technicians: ['ben'],
    })
    const answer = plan(request)
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect(answer.unscheduled).toEqual([])
  })
  it('an overrun lasts at least until now, so nothing is planned into its zone', () => {
    const state = withSteps({
      'walk_round:car': step({ status: 'running', by: ['ana'], runningBy: 'ana', startedAt: at(480) }),
    })
    const request = dayRequest(day(state, 600))
    expect(request.fixed).toEqual([{ activity: 'j/walk_round:car', start: 480, end: 601, technicians: ['ana'] }])
  })
  it('a skipped step is gone, and what waited for it waits for what it waited for', () => {
    const state = withSteps({ 'refit:car': step({ status: 'skipped', finishedAt: at(500), reason: 'no mats' }) })
    const request = dayRequest(day(state, 510))
    expect(request.activities.some((a) => a.id === 'j/refit:car')).toBe(false)
    const before = procedure.links.filter((l) => l.to === 'refit:car').map((l) => `j/${l.from}`)
    const bridged = request.links!.filter((l) => l.to === 'j/shut:car').map((l) => l.from)
    expect(bridged).toEqual(expect.arrayContaining(before))
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
  })
  it('drying that began when wetting ended is a fact that holds its zones', () => {
    const before = procedure.steps
      .slice(
        0,
        procedure.steps.findIndex((s) => s.id === 'dry:mats'),
      )
      .filter((s) => s.crew > 0)
    const state = withSteps(Object.fromEntries(before.map((s, i) => [s.id, finished(480 + i, 481 + i)])))
    const request = dayRequest(day(state, 540))
    const dry = request.fixed!.find((f) => f.activity === 'j/dry:mats')!
    expect(dry.technicians).toEqual([])
    expect(dry.end! - dry.start).toBe(procedure.steps.find((s) => s.id === 'dry:mats')!.minutes)
  })
  it('an overrun dwell no longer binds by its longest lag, but its shortest still does', () => {
    const order = severe.steps.filter((s) => s.crew > 0)
    const until = order.findIndex((s) => s.id === 'prespray:seats-1')
    const state = withSteps(
      Object.fromEntries(order.slice(0, until + 1).map((s, i) => [s.id, finished(480 + i, 481 + i)])),
    )
    const request = dayRequest(day(state, 600, severe))
    expect(request.links!.find((l) => l.from === 'j/prespray:seats-1')).toEqual({
      from: 'j/prespray:seats-1',
      to: 'j/agitate:seats-1',
      minLag: 2,
    })
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
  })
})

describe('what a job needs someone for', () => {
  it('a dwell that ends, then one that dried on', () => {
    const state = { ...emptyState(), timers: [{ step: 'prespray:seats-1', min: 2, max: 5, startedAt: at(100) }] }
    expect(needsOf(severe, state, [], at(101))).toMatchObject([{ kind: 'dwell', at: at(102) }])
    expect(needsOf(severe, state, [], at(106))).toMatchObject([{ kind: 'dried-on', at: at(105) }])
  })
  it('surfaces that should be dry, the final check, the handover; nothing after it', () => {
    const all = Object.fromEntries(procedure.steps.filter((s) => s.crew > 0).map((s) => [s.id, finished(480, 500)]))
    const dry = needsOf(procedure, withSteps(all), ['smell'], at(510))
    expect(dry.every((n) => n.kind === 'judge-dry')).toBe(true)
    expect(dry.map((n) => n.step).sort()).toEqual(
      procedure.steps
        .filter((s) => s.crew === 0)
        .map((s) => s.id)
        .sort(),
    )
    const over = withSteps({
      ...all,
      ...Object.fromEntries(procedure.steps.filter((s) => s.crew === 0).map((s) => [s.id, finished(500, 600)])),
    })
    expect(needsOf(procedure, over, ['smell'], at(610))).toMatchObject([{ kind: 'final-check', places: 1 }])
    const checked = { ...over, checks: { smell: { passed: true, by: 'ben', note: '', selfChecked: false } } }
    expect(needsOf(procedure, checked, ['smell'], at(610))).toMatchObject([{ kind: 'hand-over' }])
    expect(
      needsOf(procedure, { ...checked, handedOver: { to: 'x', by: 'y', at: at(620) } }, ['smell'], at(630)),
    ).toEqual([])
  })
})
