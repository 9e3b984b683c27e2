import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { holdsWhereFound } from '#core/procedures/make/stops.ts'
import { revisedProcedure, revisedRequest } from '#core/procedures/revise.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf, minute } from '../../tests/support/ledger.ts'
import { isHeld, refusal } from './allow.ts'
import { dayRequest } from './day-request.ts'
import { replay, touchedSteps } from './reduce.ts'
import type { WorkEvent, WorkState } from './schema.ts'

// What may not be started or finished, by whom, and what stands in the way of closing a job.

const ledger = (...lines: Line[]): WorkEvent[] => ledgerOf(lines)
const trained = new Set(catalogue.skills.flatMap((s) => (s.trained ? [s.id] : [])))
const asker =
  (procedure: Procedure, state: WorkState, now = minute(600)) =>
  (type: string, data: object, actor: { person: string; leads: boolean; skills?: string[] }) =>
    refusal({ type, data } as never, procedure, state, { ...actor, trained }, [], now)?.code
const ana = { person: 'ana', leads: false }
const tam = { person: 'tam', leads: true }

describe('a finding in the middle of the work', () => {
  const car = carA()
  const first = generateProcedure(car, catalogue)
  const begun = ledger(
    ['ana', 'step-finished', 'walk_round:car'],
    ['ana', 'step-finished', 'clear_out:car'],
    ['ana', 'step-finished', 'set_up:vacuum'],
    ['ana', 'step-started', 'vac_seat:seats-1'],
  )
  const state = replay(begun, first)
  const { over, underWay } = touchedSteps(state)
  const needle = { 'seat-1l.seat-base': { soil: 2, biohazard: ['sharps'] } }
  const { procedure } = revisedProcedure(revisedRequest(car, first, over, { condition: needle }, underWay), catalogue)
  const ask = asker(procedure, state)

  it('stops what is under way there: it may be laid down, not finished', () => {
    expect(ask('step-finished', { step: 'vac_seat:seats-1' }, ana)).toBe('held')
    expect(ask('step-started', { step: 'vac_gap:floor-1' }, ana)).toBe('held')
    expect(ask('step-paused', { step: 'vac_seat:seats-1' }, ana)).toBeUndefined()
  })
  it('stops a step the procedure no longer has because of it', () => {
    // A needle holds every gap of the car: no gap is vacuumed any more.
    const gone = first.steps.find((s) => s.treatment === 'vac_gap')!
    expect(procedure.steps.some((s) => s.id === gone.id)).toBe(false)
    expect(ask('step-finished', { step: gone.id }, ana)).toBe('held')
    expect(ask('step-finished', { step: 'magic:nowhere' }, ana)).toBe('unknown-step')
  })
  it('leaves the rest of the car to be worked', () => {
    const after = replay(
      [...begun, ...ledger(['ana', 'step-paused', 'vac_seat:seats-1']).map((e) => ({ ...e, id: 'p', position: 5 }))],
      procedure,
    )
    const free = procedure.steps.find((s) => s.stage === 'vacuum' && s.zones.every((z) => z === 'load'))!
    expect(asker(procedure, after)('step-started', { step: free.id }, ana)).not.toBe('held')
  })
  it('makes a fact from a phone that did not know a breach: shown, and no work', () => {
    const breach = replay(
      [
        ...begun,
        ...ledger(['ben', 'step-finished', 'vac_seat:seats-1', 'held']).map((e) => ({ ...e, id: 'b', position: 5 })),
      ],
      procedure,
    )
    expect(breach.conflicts).toMatchObject([{ code: 'held', by: 'ben', counted: false }])
    expect(breach.steps['vac_seat:seats-1']!.status).toBe('running')
  })
})

it('what a finding holds is not planned, the rest of the car is', () => {
  const car = carA()
  const first = generateProcedure(car, catalogue)
  const begun = ledger(['ana', 'step-started', 'vac_seat:seats-1'], ['ana', 'step-paused', 'vac_seat:seats-1'])
  const { over, underWay } = touchedSteps(replay(begun, first))
  const needle = { 'seat-1l.seat-base': { soil: 2, biohazard: ['sharps'] } }
  const { procedure } = revisedProcedure(revisedRequest(car, first, over, { condition: needle }, underWay), catalogue)
  const state = replay(begun, procedure)
  const { activities } = dayRequest({
    people: [],
    equipment: [],
    jobs: [{ id: 'j', release: 0, due: null, procedure, state }],
    mostPeople: 3,
    signOff: 3,
    goingOver: 3,
    now: 0,
    minuteOf: () => 0,
  })
  const planned = activities.map((a) => a.id)
  expect(procedure.steps.some((s) => s.id === 'vac_seat:seats-1')).toBe(true)
  expect(planned.some((id) => id.endsWith('vac_seat:seats-1'))).toBe(false)
  expect(planned.some((id) => id.includes('stop:sharps'))).toBe(true)
  expect(planned.some((id) => id.endsWith('vac_load:load'))).toBe(true)
  // What waits for a held step is planned no sooner than a phone would let anybody begin it: not before the needle is gone.
  expect(planned.some((id) => id.endsWith('refit:car') || id.endsWith('hand_over:car'))).toBe(false)
  const waits = procedure.links.filter((l) => l.from === 'vac_seat:seats-1')
  expect(waits.length).toBeGreaterThan(0)
  for (const { to } of waits) expect(planned).not.toContain(`j/${to}`)
})

describe('a skill', () => {
  const severe = generateProcedure(requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 } }), catalogue)
  const before = severe.steps.filter((s) => s.stage !== 'final').map((s) => s.id)
  const upTo = (step: string, ...more: WorkEvent[]) =>
    replay(
      [
        ...ledger(
          ...before
            .slice(0, before.indexOf(step))
            .map((id) => ['ana', 'step-finished', id] as [string, WorkEvent['type'], string]),
        ),
        ...more,
      ],
      severe,
    )
  const hot = 'hotx:seats-1'
  it('that a step asks for is asked of the person who starts it', () => {
    const ask = asker(severe, upTo(hot))
    expect(ask('step-started', { step: hot }, { ...ana, skills: [] })).toBe('no-skill')
    expect(ask('step-started', { step: hot }, { ...ana, skills: ['extract'] })).toBeUndefined()
  })
  it('may be waived by a lead with a reason, for that person and that step', () => {
    const state = upTo(hot)
    const waive = { step: hot, person: 'ana', reason: 'Ines stands beside her' }
    expect(asker(severe, state)('skill-waived', waive, ana)).toBe('lead-only')
    expect(asker(severe, state)('skill-waived', waive, tam)).toBeUndefined()
    const waived = upTo(hot, { ...ledger(['tam', 'skill-waived', waive])[0]!, id: 'w', position: 999 })
    expect(asker(severe, waived)('step-started', { step: hot }, { ...ana, skills: [] })).toBeUndefined()
    expect(asker(severe, waived)('step-started', { step: hot }, { person: 'ben', leads: false, skills: [] })).toBe(
      'no-skill',
    )
    expect(speak.log(waived).at(-1)!.text).toContain('Ines stands beside her')
  })
  it('of what only training protects from is waived by nobody', () => {
    const vomit = generateProcedure(
      requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 2, biohazard: ['vomit'] } }),
      catalogue,
    )
    const lift = vomit.steps.find((s) => s.treatment === 'lift')!
    const ask = asker(vomit, replay([], vomit))
    expect(ask('skill-waived', { step: lift.id, person: 'ana', reason: 'nobody else' }, tam)).toBe('trained-only')
    expect(
      ask('skill-waived', { step: vomit.steps.find((s) => s.stop)!.id, person: 'ana', reason: 'nobody else' }, tam),
    ).toBe('trained-only')
  })
})

describe('a recheck that fails', () => {
  const car = carA()
  const first = generateProcedure(car, catalogue)
  const failed = ['seat-1l.seat-base']
  it('when everything was over: wetted, dried, judged, refitted and looked at again, in that order', () => {
    const all = new Set(first.steps.map((s) => s.id))
    const next = revisedProcedure(revisedRequest(car, first, all, { failed }), catalogue).procedure
    const fresh = next.steps.filter((s) => !s.kept)
    const at = (found: (s: Procedure['steps'][number]) => boolean) => fresh.findIndex(found)
    const places = [
      at((s) => s.treatment === 'hotx'),
      at((s) => s.treatment === 'dry'),
      at((s) => s.stage === 'recheck'),
      at((s) => s.stage === 'refit'),
      at((s) => s.stage === 'final'),
    ]
    expect(
      places.every((p) => p >= 0),
      JSON.stringify(fresh.map((s) => s.id)),
    ).toBe(true)
    expect(places).toEqual([...places].sort((a, b) => a - b))
    expect(next.steps.some((s) => s.kept && s.stage === 'refit')).toBe(true)
  })
  it('under the hands of somebody who refits: that waits for the wet seat', () => {
    const over = new Set(first.steps.filter((s) => !['refit', 'final'].includes(s.stage)).map((s) => s.id))
    const { procedure } = revisedProcedure(
      revisedRequest(car, first, over, { failed }, new Set(['refit:car'])),
      catalogue,
    )
    const done = ledger(...[...over].map((id) => ['ana', 'step-finished', id] as [string, WorkEvent['type'], string]), [
      'ben',
      'step-started',
      'refit:car',
    ])
    const ben = { person: 'ben', leads: false }
    const state = replay(done, procedure)
    expect(asker(procedure, state)('step-finished', { step: 'refit:car' }, ben)).toBe('waits-for')
    const fresh = procedure.steps.filter((s) => !s.kept && !['refit', 'final'].includes(s.stage))
    const dried = replay(
      [
        ...done,
        ...fresh.map((s, i) => ({ ...ledger(['ana', 'step-finished', s.id])[0]!, id: `d${i}`, position: 1000 + i })),
      ],
      procedure,
    )
    expect(asker(procedure, dried, minute(5000))('step-finished', { step: 'refit:car' }, ben)).toBeUndefined()
  })
  it('asks for nothing new where nothing is wetted', () => {
    const all = new Set(first.steps.map((s) => s.id))
    const same = revisedProcedure(revisedRequest(car, first, all, {}), catalogue).procedure
    expect(same.steps.every((s) => s.kept)).toBe(true)
  })
})

describe('a danger found where nobody else could hold the place', () => {
  const car = carA()
  const procedure = generateProcedure(car, catalogue)
  const surfaces = surfacesOf(car.checkIn.vehicle.body, catalogue.surfaces)
  const rule = (id: string) => catalogue.stops.find((s) => s.id === id)!
  const found = (holds: object | string) =>
    ({
      type: 'incident',
      author: 'ben',
      data: { kind: 'other', note: 'needle under the seat', done: '', holds },
    }) as const
  const withCalls = (...events: { type: string; author: string; data: object }[]) =>
    replay(
      [
        ...ledger(['ana', 'step-finished', 'walk_round:car'], ['ana', 'step-finished', 'clear_out:car']),
        ...events.map((e, i) => ({ ...e, id: `x${i}`, position: 3 + i, serverTime: minute(3 + i) })),
      ] as WorkEvent[],
      procedure,
    )
  const seats = procedure.steps.find((s) => s.treatment === 'vac_seat' && s.surfaces.includes('seat-1l.seat-base'))!
  const behind = procedure.steps.find((s) => s.treatment === 'vac_seat' && !s.surfaces.includes('seat-1l.seat-base'))!
  const vacuum = procedure.steps.find((s) => s.id === 'set_up:vacuum')!

  it('sharps hold the place they are in and every gap of the car, fuel that is only smelt the whole car', () => {
    const sharps = holdsWhereFound(rule('sharps'), 'seat-1l.seat-base', surfaces)
    expect(sharps).toContain('seat-1l.seat-base')
    expect(sharps).toContain('seat-1l.seat-back')
    expect(sharps).toContain('seat-2l.seat-crease')
    expect(sharps).not.toContain('seat-2l.seat-back')
    expect(holdsWhereFound(rule('fuel'), undefined, surfaces)).toBe('car')
  })
  it('holds them on the phone that found it, and on all that hear of it, until the lead has answered', () => {
    const holds = holdsWhereFound(rule('sharps'), 'seat-1l.seat-base', surfaces)
    const state = withCalls(found(holds))
    const ask = asker(procedure, state)
    expect(ask('step-started', { step: seats.id }, ana)).toBe('held-by-call')
    expect(ask('step-started', { step: seats.id }, tam)).toBe('held-by-call')
    // What holds no place of its own goes on.
    expect(ask('step-started', { step: vacuum.id }, ana)).toBeUndefined()
    const answered = withCalls(found(holds), {
      type: 'answered',
      author: 'tam',
      data: { call: 'x0', note: 'taken out' },
    })
    expect(asker(procedure, answered)('step-started', { step: seats.id }, ana)).not.toBe('held-by-call')
  })
  it('holds everything where it is the whole car', () => {
    const ask = asker(procedure, withCalls(found('car')))
    for (const { id } of [seats, behind, vacuum])
      expect(ask('step-started', { step: id }, ana), id).toBe('held-by-call')
  })
  it('is not planned there, and says what was found', () => {
    const state = withCalls(found(['seat-1l.seat-base']))
    expect(isHeld(seats.id, procedure, state)).toBe(true)
    expect(isHeld(behind.id, procedure, state)).toBe(false)
    const no = refusal(
      { type: 'step-started', data: { step: seats.id } } as never,
      procedure,
      state,
      ana,
      [],
      minute(9),
    )!
    expect(speak.refusal(no)).toContain('needle under the seat')
  })
})
