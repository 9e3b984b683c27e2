import { describe, expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { generateProcedure } from '../procedures/make/generate.ts'
import { refusal } from './allow.ts'
import { ozoneOf } from './ozone.ts'
import { emptyState } from './reduce.ts'
import type { StepState, WorkState } from './schema.ts'

const request = carA()
request.checkIn.permissions = { ...request.checkIn.permissions, ozone: true }
request.checkIn.odours = [{ kind: 'smoke', level: 3, source: 'lining', at: ['overhead-1.headliner'] }]
const procedure = generateProcedure({ ...request, houseRules: { odour: 'ozone' } }, catalogue)
const step = (treatment: string) => procedure.steps.find((s) => s.treatment === treatment)!
const [shut, run, air] = ['ozone', 'ozone_run', 'air_out'].map(step)
const start = Date.parse('2026-11-28T10:00:00Z')
const at = (minute: number) => new Date(start + minute * 60_000).toISOString()
const lead = { person: 'tam', leads: true }

/** Everything before is over; these are finished at their minutes, and these were read. */
function state(over: Partial<Record<string, number>>, read: [minute: number, ppm: number][] = []): WorkState {
  const finished = (minute: number): StepState => ({
    status: 'finished',
    by: ['tam'],
    runningBy: null,
    startedAt: at(minute - 1),
    since: null,
    worked: 1,
    finishedAt: at(minute),
    reason: null,
    event: null,
  })
  const before = procedure.steps.filter((s) => procedure.steps.indexOf(s) < procedure.steps.indexOf(shut!))
  return {
    ...emptyState(),
    checkedIn: true,
    steps: Object.fromEntries([
      ...before.map((s) => [s.id, finished(-60)]),
      ...Object.entries(over).map(([id, minute]) => [id, finished(minute!)]),
    ]),
    ...(read.length > 0 ? { air: read.map(([minute, ppm]) => ({ ppm, by: 'tam', at: at(minute) })) } : {}),
  }
}
const said = (type: 'step-started' | 'step-finished' | 'step-skipped', id: string, now: WorkState, minute: number) =>
  refusal(
    { type, data: type === 'step-skipped' ? { step: id, reason: 'no time for it' } : { step: id } } as never,
    procedure,
    now,
    lead,
    [],
    at(minute),
  )?.code

describe('an ozone run', () => {
  it('nobody takes the car while it is in it, finished or not, and afterwards only by a reading', () => {
    const taken = (now: WorkState, minute: number) => {
      const data = { to: 'Mira', unfinished: 'cannot wait any longer' }
      return refusal({ type: 'handed-over', data } as never, procedure, now, lead, [], at(minute))?.code
    }
    expect(taken(state({}), 0)).toBeUndefined()
    expect(taken(state({ [shut!.id]: 0 }), 30)).toBe('ozone-inside')
    const aired = { [shut!.id]: 0, [run!.id]: 60, [air!.id]: 200 }
    expect(taken(state(aired), 210)).toBe('needs-reading')
    expect(taken(state(aired, [[205, 0.01]]), 210)).toBeUndefined()
  })
  it('is three steps, after everything that is worked: shut it, let it run, air it', () => {
    expect([shut, run, air].every(Boolean)).toBe(true)
    expect(ozoneOf(procedure, emptyState())).toMatchObject({ isOn: false, began: null, opened: null })
    expect(ozoneOf(generateProcedure(carA(), catalogue), emptyState())).toBeUndefined()
  })
  it('holds the whole car from its shutting: nothing is started, nothing of it is skipped or cut short', () => {
    const on = state({ [shut!.id]: 0 })
    const later = procedure.steps.find((s) => s.stage === 'refit')!
    expect(said('step-started', later.id, on, 5)).toBe('ozone-inside')
    expect(said('step-skipped', run!.id, on, 5)).toBe('ozone-stays')
    expect(said('step-skipped', air!.id, on, 5)).toBe('ozone-stays')
    expect(said('step-finished', run!.id, on, run!.minutes - 1)).toBe('not-before')
    expect(said('step-finished', run!.id, on, run!.minutes)).toBeUndefined()
  })
  it('is let into by a reading alone: after the airing, below the limit', () => {
    const aired = (read: [number, number][]) => state({ [shut!.id]: 0, [run!.id]: 30 }, read)
    const end = 30 + air!.minutes
    expect(said('step-finished', air!.id, aired([[end, 0.01]]), end - 5)).toBe('not-before')
    expect(said('step-finished', air!.id, aired([]), end)).toBe('needs-reading')
    expect(said('step-finished', air!.id, aired([[end - 20, 0.01]]), end)).toBe('needs-reading')
    expect(said('step-finished', air!.id, aired([[end, 0.1]]), end)).toBe('needs-reading')
    expect(said('step-finished', air!.id, aired([[end, 0.08]]), end)).toBeUndefined()
    // A later reading that is worse counts.
    expect(
      said(
        'step-finished',
        air!.id,
        aired([
          [end, 0.08],
          [end + 2, 0.2],
        ]),
        end + 3,
      ),
    ).toBe('needs-reading')
  })
  it('is read only while it is aired, and the car is given back below the stricter limit', () => {
    const read = (now: WorkState) =>
      refusal({ type: 'air-read', data: { ppm: 0.02 } }, procedure, now, lead, [], at(200))?.code
    expect(read(state({ [shut!.id]: 0 }))).toBe('no-ozone')
    expect(read(state({ [shut!.id]: 0, [run!.id]: 30 }))).toBeUndefined()
    const over = (ppm: number) =>
      state(Object.fromEntries(procedure.steps.map((s) => [s.id, s.id === run!.id ? 30 : 100])), [[95, ppm]])
    const give = (now: WorkState) =>
      refusal({ type: 'handed-over', data: { to: 'Ms Quill' } }, procedure, now, lead, [], at(200))?.code
    expect(give(over(0.08))).toBe('needs-reading')
    expect(give(over(0.04))).toBeUndefined()
  })
})
