import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, carA, requestFor } from '../../tests/fixtures/cars.ts'
import { refusal } from './allow.ts'
import { minutesLeft, petalsOf } from './progress.ts'
import { emptyState, replay, stepState } from './reduce.ts'
import type { WorkEvent, WorkIntent } from './schema.ts'

const procedure = generateProcedure(carA(), catalogue)
const severe = generateProcedure(
  requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 }, 'seat-2l.seat-base': { soil: 4 } }),
  catalogue,
)

/** A ledger written by hand: each line is [minute, author, type, step or data]. */
function ledger(lines: [number, string, WorkIntent['type'], string | object][]): WorkEvent[] {
  return lines.map(([minute, author, type, data], i) => ({
    id: `e${i}`,
    job: 'j',
    position: i + 1,
    author,
    device: 'd',
    deviceSeq: i,
    deviceTime: '',
    serverTime: new Date(minute * 60_000).toISOString(),
    type,
    data: typeof data === 'string' ? { step: data } : data,
  })) as WorkEvent[]
}
const clock = (minute: number) => new Date(minute * 60_000).toISOString()
const ask = (
  type: WorkIntent['type'],
  data: object,
  state = emptyState(),
  person = 'ana',
  minute = 0,
  leads = false,
  p = procedure,
  places: string[] = [],
) =>
  refusal(
    { type, data } as WorkIntent,
    p,
    state,
    { person, leads },
    places.map((id) => ({ id })),
    clock(minute),
  )?.code

describe('the reducer', () => {
  it('folds start, pause, resume and finish, keeping everyone who worked', () => {
    const state = replay(
      ledger([
        [0, 'ana', 'step-started', 'walk_round:car'],
        [3, 'ana', 'step-paused', 'walk_round:car'],
        [5, 'ben', 'step-started', 'walk_round:car'],
        [9, 'ben', 'step-finished', 'walk_round:car'],
      ]),
      procedure,
    )
    expect(stepState(state, 'walk_round:car')).toMatchObject({
      status: 'finished',
      by: ['ana', 'ben'],
      runningBy: null,
      startedAt: clock(0),
      finishedAt: clock(9),
    })
    expect(state.position).toBe(4)
  })
  it('counts the same event once, and folds by position whatever the order of arrival', () => {
    const events = ledger([
      [0, 'ana', 'step-started', 'walk_round:car'],
      [9, 'ana', 'step-finished', 'walk_round:car'],
    ])
    expect(replay([events[1]!, events[0]!, { ...events[1]!, position: 3 }], procedure)).toEqual(
      replay(events, procedure),
    )
  })
  it('starts the dwell when spraying ends and drops it when agitating starts', () => {
    const start = ledger([
      [0, 'ana', 'step-started', 'prespray:seats-1'],
      [2, 'ana', 'step-finished', 'prespray:seats-1'],
    ])
    expect(replay(start, severe).timers).toEqual([{ step: 'prespray:seats-1', min: 2, max: 5, startedAt: clock(2) }])
    const events = ledger([
      [0, 'ana', 'step-started', 'prespray:seats-1'],
      [2, 'ana', 'step-finished', 'prespray:seats-1'],
      [5, 'ana', 'step-started', 'agitate:seats-1'],
    ])
    expect(replay(events, severe).timers).toEqual([])
  })
  it('petals fill as their stages complete, and the minutes left fall by the step', () => {
    const done = replay(
      ledger([
        [0, 'ana', 'step-started', 'walk_round:car'],
        [8, 'ana', 'step-finished', 'walk_round:car'],
      ]),
      procedure,
    )
    expect(petalsOf(procedure, emptyState(), catalogue.stages).map((p) => p.state)).toEqual(Array(8).fill('open'))
    expect(petalsOf(procedure, done, catalogue.stages)[0]).toEqual({ id: 'clear-out', state: 'running' })
    expect(minutesLeft(procedure, emptyState())).toBeCloseTo(procedure.totals.attended, 6)
    expect(minutesLeft(procedure, done)).toBeCloseTo(
      procedure.totals.attended - procedure.steps.find((s) => s.id === 'walk_round:car')!.p50,
      6,
    )
  })
})

describe('what is allowed', () => {
  const first = 'walk_round:car'
  const running = replay(ledger([[0, 'ana', 'step-started', first]]), procedure)
  const finished = replay(
    ledger([
      [0, 'ana', 'step-started', first],
      [8, 'ana', 'step-finished', first],
    ]),
    procedure,
  )
  it('keeps the order: a step waits for those before it, and says so', () => {
    expect(ask('step-started', { step: first })).toBeUndefined()
    expect(ask('step-started', { step: 'lm:seats-2' })).toBe('waits-for')
    expect(ask('step-started', { step: 'clear_out:car' }, finished)).toBeUndefined()
  })
  it('one person is on one step, one step is one person’s, and nobody works where someone is', () => {
    expect(ask('step-started', { step: first }, running, 'ben')).toBe('running')
    expect(ask('step-finished', { step: first }, running, 'ben')).toBe('not-yours')
    expect(ask('step-finished', { step: first }, running, 'ben', 1, true)).toBeUndefined()
    expect(ask('step-paused', { step: first }, emptyState())).toBe('not-running')
    expect(ask('step-started', { step: 'set_up:vacuum' }, running, 'ana')).toBe('busy')
    const kit = replay(
      ledger([
        [0, 'ana', 'step-started', first],
        [8, 'ana', 'step-finished', first],
        [9, 'ana', 'step-started', 'clear_out:car'],
      ]),
      procedure,
    )
    expect(ask('step-started', { step: 'set_up:vacuum' }, kit, 'ben')).toBeUndefined()
  })
  it('a contact time cannot be shortened', () => {
    const lines: Parameters<typeof ledger>[0] = severe.steps
      .filter(
        (s) => s.stage !== 'seats' && ['receive', 'clear', 'kit', 'dust', 'loosen', 'vacuum', 'mats'].includes(s.stage),
      )
      .map((s) => [0, 'ana', 'step-skipped', { step: s.id, reason: 'test' }])
    const state = replay(
      ledger([
        ...lines,
        [10, 'ana', 'step-started', 'prespray:seats-1'],
        [12, 'ana', 'step-finished', 'prespray:seats-1'],
      ]),
      severe,
    )
    expect(ask('step-started', { step: 'agitate:seats-1' }, state, 'ana', 13, true, severe)).toBe('dwell')
    expect(ask('step-started', { step: 'agitate:seats-1' }, state, 'ana', 14, false, severe)).toBeUndefined()
  })
  it('passive steps need nobody, and are dry only after wetting ended', () => {
    expect(ask('step-started', { step: 'dry:seats-1' })).toBe('passive')
    expect(ask('step-finished', { step: 'dry:seats-1' })).toBe('waits-for')
  })
  it('what was wet is judged when dry: a hand cannot skip that, a lead can, with the reason the customer reads', () => {
    const judge = procedure.steps.find((s) => s.stage === 'recheck')!
    const skip = (leads: boolean) =>
      ask('step-skipped', { step: judge.id, reason: 'looked at by the customer' }, emptyState(), 'ana', 0, leads)
    expect(skip(false)).toBe('lead-judges')
    expect(skip(true)).toBeUndefined()
  })
  it('what is over stays over, and unknown steps and places are refused', () => {
    expect(ask('step-skipped', { step: first, reason: 'not wanted' }, finished)).toBe('over')
    expect(ask('step-started', { step: 'polish:moon' })).toBe('unknown-step')
    expect(ask('check-passed', { place: 'roof' }, finished)).toBe('unknown-place')
    expect(ask('timer-started', { step: first }, running)).toBe('no-dwell')
    expect(ask('timer-ended', { step: first }, running)).toBe('no-timer')
  })
  it('hands over only when every step is over and every place was seen', () => {
    const places = ['belts', 'smell']
    const all = ledger(procedure.steps.map((s) => [0, 'ana', 'step-skipped', { step: s.id, reason: 'test' }]))
    const over = replay(all, procedure)
    expect(ask('handed-over', { to: 'Ms Quill' }, running, 'ana', 0, true, procedure, places)).toBe('steps-open')
    expect(ask('handed-over', { to: 'Ms Quill' }, over, 'ana', 0, true, procedure, places)).toBe('checks-open')
    const bare = {
      belts: { passed: true, by: 'ben', note: '', selfChecked: false },
      smell: { passed: false, by: 'ben', note: '', selfChecked: false },
    }
    expect(ask('handed-over', { to: 'Ms Quill' }, { ...over, checks: bare }, 'ana', 0, true, procedure, places)).toBe(
      'failed-without-note',
    )
    const noted = { ...bare, smell: { ...bare.smell, note: 'faint smoke, told' } }
    expect(
      ask('handed-over', { to: 'Ms Quill' }, { ...over, checks: noted }, 'ana', 0, true, procedure, places),
    ).toBeUndefined()
    expect(ask('note', { text: 'late' }, { ...over, handedOver: { to: 'x', by: 'y', at: clock(0) } })).toBe(
      'handed-over',
    )
  })
  it('marks a check by someone who worked on the car as self-checked', () => {
    const state = replay(
      ledger([
        [0, 'ana', 'step-started', first],
        [8, 'ana', 'step-finished', first],
        [9, 'ana', 'check-passed', { place: 'belts' }],
        [9, 'ben', 'check-passed', { place: 'smell' }],
      ]),
      procedure,
    )
    expect(state.checks.belts!.selfChecked).toBe(true)
    expect(state.checks.smell!.selfChecked).toBe(false)
  })
})

describe('a finding that stops', () => {
  const request = carA()
  request.checkIn.condition['seat-1l.seat-base'] = { soil: 2, biohazard: ['vomit'] }
  request.checkIn.condition['load.load-floor'] = { soil: 2, biohazard: ['sharps'] }
  const held = generateProcedure(request, catalogue)
  const stop = (rule: string) => held.steps.find((s) => s.stop?.rule === rule)!
  const who = (skills: string[], leads = false) => ({ person: 'ana', leads, skills })
  const may = (type: string, data: object, actor = who([]), state = emptyState()) =>
    refusal({ type, data } as WorkIntent, held, state, actor, [], clock(0))?.code
  it('is started only by somebody trained, lead or not', () => {
    const { id } = stop('sharps')
    expect(may('step-started', { step: id })).toBe('no-skill')
    expect(may('step-started', { step: id }, who([], true))).toBe('no-skill')
    expect(may('step-started', { step: id }, who(['biohazard']))).toBeUndefined()
  })
  it('is not finished and not skipped but cleared; what the crew takes on is taken on by finishing it', () => {
    const running = (id: string) => replay(ledger([[0, 'ana', 'step-started', id]]), held)
    const [sharps, fluid] = [stop('sharps').id, stop('fluid').id]
    expect(may('step-finished', { step: sharps }, who(['biohazard']), running(sharps))).toBe('needs-clearing')
    expect(may('step-skipped', { step: sharps, reason: 'no time' }, who(['biohazard'], true))).toBe('stop-stays')
    expect(may('step-finished', { step: fluid }, who(['biohazard']), running(fluid))).toBeUndefined()
  })
  it('holds its places: no step of them is there to be started, and what comes after it waits', () => {
    const gaps = held.steps.filter((s) => s.treatment === 'vac_gap')
    expect(gaps).toEqual([])
    expect(may('step-started', { step: 'clear_out:car' })).toBe('waits-for')
  })
  it('may be refused by anyone, and that is written down', () => {
    const state = replay(
      ledger([
        [0, 'ana', 'step-started', stop('sharps').id],
        [1, 'ana', 'stop-refused', { step: stop('sharps').id, reason: 'I am not vaccinated' }],
      ]),
      held,
    )
    expect(stepState(state, stop('sharps').id).status).toBe('waiting')
    expect(speak.log(state)[0]!.text).toContain('not vaccinated')
  })
})
