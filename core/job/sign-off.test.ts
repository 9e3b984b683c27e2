import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { plan } from '#core/plan/plan.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { bodyNamed, requestFor } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf, minute } from '../../tests/support/ledger.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { refusal } from './allow.ts'
import { type Day, dayRequest } from './day-request.ts'
import { needsOf } from './needs.ts'
import { replay } from './reduce.ts'
import type { WorkState } from './schema.ts'
import { signId, toSign } from './sign-off.ts'

// What somebody does who learns it, by a lead's word: paired with the look of whoever holds the skill, on the phones and in the plan.

const procedure = generateProcedure(requestFor(bodyNamed('hatchback'), { 'seat-1l.seat-base': { soil: 4 } }), catalogue)
const hot = 'hotx:seats-1'
const final = procedure.steps.find((s) => s.stage === 'final')!
const waived: Line = ['tam', 'skill-waived', { step: hot, person: 'wren', reason: 'Ines stands beside her' }]
const did = (who: string): Line[] => [
  [who, 'step-started', hot],
  [who, 'step-finished', hot],
]
const state = (...lines: Line[]) => replay(ledgerOf(lines), procedure)
const ask = (now: WorkState, type: string, step: string, person: string, skills: string[] = []) =>
  refusal({ type, data: { step } } as never, procedure, now, { person, leads: false, skills }, [], minute(600))?.code

describe('a step done by somebody who learns it', () => {
  it('is signed off once, by somebody else who holds the skill', () => {
    const done = state(waived, ...did('wren'))
    expect(toSign(procedure, done).map((s) => s.id)).toEqual([hot])
    expect(ask(done, 'signed-off', hot, 'ben')).toBe('no-skill')
    expect(ask(done, 'signed-off', hot, 'wren', ['extract'])).toBe('own-work')
    expect(ask(done, 'signed-off', hot, 'ines', ['extract'])).toBeUndefined()
    const signed = state(waived, ...did('wren'), ['ines', 'signed-off', hot])
    expect(toSign(procedure, signed)).toEqual([])
    expect(signed.signed).toEqual({ [hot]: 'ines' })
    expect(ask(signed, 'signed-off', hot, 'ines', ['extract'])).toBe('nothing-to-sign')
  })
  it('of which somebody did a part who holds it is signed by that; so is what they did alone', () => {
    const shared = state(waived, ['wren', 'step-started', hot], ['wren', 'step-paused', hot], ...did('ines'))
    expect(toSign(procedure, shared)).toEqual([])
    expect(toSign(procedure, state(waived, ...did('ines')))).toEqual([])
    expect(toSign(procedure, state(...did('ines')))).toEqual([])
  })
  it('keeps the last look and the handover waiting, and somebody is told', () => {
    const all: Line[] = procedure.steps
      .filter((s) => s.stage !== 'final' && s.id !== hot)
      .map((s) => ['ines', 'step-finished', s.id] as Line)
    const open = state(waived, ...did('wren'), ...all)
    expect(ask(open, 'step-started', final.id, 'ines', ['extract'])).toBe('unsigned')
    expect(needsOf(procedure, open, [], minute(600)).map((n) => n.kind)).toContain('sign-off')
    const signed = state(waived, ...did('wren'), ...all, ['ines', 'signed-off', hot])
    expect(ask(signed, 'step-started', final.id, 'ines', ['extract'])).toBeUndefined()
  })
})

describe('the same in the plan', () => {
  const day = (now: WorkState, people = ['ines', 'wren']): Day => ({
    people: [
      { id: 'ines', skills: catalogue.skills.map((s) => s.id), shifts: [[480, 1440]] },
      { id: 'wren', skills: [], shifts: people.includes('wren') ? [[480, 1440]] : [] },
    ],
    equipment: catalogue.equipment.map((e) => ({ id: e.id, count: 2 })),
    jobs: [{ id: 'j', release: 480, due: null, procedure, state: now }],
    mostPeople: 2,
    signOff: 3,
    goingOver: 3,
    now: 480,
    minuteOf: (iso) => Date.parse(iso) / 60_000,
  })
  it('is theirs, and the signing off follows it, by the one who holds the skill, before the car is judged', () => {
    const request = { ...dayRequest(day(state(waived))), iterations: 10 }
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
    const at = (id: string) => answer.assignments.find((a) => a.activity === id)!
    expect(at(`j/${hot}`).technicians).toEqual(['wren'])
    const sign = at(signId('j', hot))
    expect(sign.technicians).toEqual(['ines'])
    expect(sign.end - sign.start).toBe(3)
    expect(sign.start).toBeGreaterThanOrEqual(at(`j/${hot}`).end)
    expect(at(`j/${final.id}`).start).toBeGreaterThanOrEqual(sign.end)
  })
  it('is planned as ever while nobody who may learn it is there, and has no signing off once it is signed', () => {
    const without = dayRequest(day(state(waived), []))
    expect(without.activities.find((a) => a.id === `j/${hot}`)!.skills).toEqual(['extract'])
    expect(without.activities.some((a) => a.id === signId('j', hot))).toBe(false)
    const open = dayRequest(day(state(waived, ...did('wren'))))
    expect(open.activities.some((a) => a.id === signId('j', hot))).toBe(true)
    const signed = dayRequest(day(state(waived, ...did('wren'), ['ines', 'signed-off', hot])))
    expect(signed.activities.some((a) => a.id === signId('j', hot))).toBe(false)
  })
})
