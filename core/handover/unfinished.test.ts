import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { refusal } from '#core/job/allow.ts'
import { replay } from '#core/job/reduce.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { speak } from '#words/en/speak.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { type Line, ledgerOf, minute } from '../../tests/support/ledger.ts'
import { reportOf } from './report.ts'

// A car is taken before it is finished: a lead lets it go, nobody is at it, and its owner reads what is not done, what is wet, what was found.

const request = carA()
const procedure = generateProcedure(request, catalogue)
const tam = { person: 'tam', leads: true }
const ines = { person: 'ines', leads: false }
const state = (...lines: Line[]) => replay(ledgerOf(lines), procedure)
const asked = (of: Procedure, now: ReturnType<typeof state>, who = tam, unfinished?: string) => {
  const data = { to: 'Mira', ...(unfinished === undefined ? {} : { unfinished }) }
  return refusal({ type: 'handed-over', data } as never, of, now, who, [{ id: 'belts' }], minute(600))?.code
}
const why = 'called away to a hospital'
const read = (of: Procedure, lines: Line[]) => {
  const report = reportOf(request.checkIn, of, replay(ledgerOf(lines), of), catalogue, 'Etc/GMT')
  return report.remains.map((r) => ({ code: r.code, ...speak.remains(r) }))
}
const doneUpTo = (of: Procedure, id: string): Line[] =>
  of.steps
    .slice(0, of.steps.findIndex((s) => s.id === id) + 1)
    .filter((s) => s.crew > 0)
    .flatMap((s) => [['ines', 'step-started', s.id] as Line, ['ines', 'step-finished', s.id] as Line])

describe('a car that is taken before it is finished', () => {
  it('goes by a lead’s word and reason alone, and not while somebody is at it', () => {
    const begun = state(['ines', 'step-started', 'walk_round:car'])
    expect(asked(procedure, begun, ines, why)).toBe('lead-lets-go')
    expect(asked(procedure, begun, tam, why)).toBe('still-runs')
    const laidDown = state(['ines', 'step-started', 'walk_round:car'], ['ines', 'step-paused', 'walk_round:car'])
    expect(asked(procedure, laidDown, tam, why)).toBeUndefined()
    // Without the reason it is what it always was.
    expect(asked(procedure, laidDown, tam)).toBe('steps-open')
  })

  it('its owner reads what is not done by area, in part where a part is, and its job is closed', () => {
    const lines: Line[] = [
      ...doneUpTo(procedure, 'vac_seat:seats-1'),
      ['tam', 'handed-over', { to: 'Mira', unfinished: why }],
    ]
    const told = read(procedure, lines)
    const areas = told.filter((r) => r.code === 'not-done').map((r) => `${r.what}: ${r.why}`)
    expect(areas).toContain('Glass and finish: Not done: the car was taken before.')
    expect(areas.some((a) => /^Vacuuming and dry work: Done in part, \d+ of \d+ steps/.test(a))).toBe(true)
    expect(areas.some((a) => a.startsWith('Clearing out'))).toBe(false)
    const after = replay(ledgerOf(lines), procedure)
    expect(after.handedOver).toMatchObject({ to: 'Mira', by: 'tam', unfinished: why })
    expect(asked(procedure, after, tam, why)).toBe('handed-over')
  })

  it('what is wet is told with what to do; what is dry is not', () => {
    const dry = procedure.steps.find((s) => s.treatment === 'dry')!
    const wetting = procedure.links.filter((l) => l.to === dry.id).map((l) => l.from)
    const last = procedure.steps.findLast((s) => wetting.includes(s.id))!
    const before = doneUpTo(procedure, last.id)
    const gone: Line = ['tam', 'handed-over', { to: 'Mira', unfinished: why }]
    const wet = read(procedure, [...before, gone]).filter((r) => r.code === 'still-wet')
    expect(wet.map((r) => r.what)).toContain(speak.title(dry.title))
    expect(wet[0]!.why).toMatch(/Let air through it until it is dry/)
    const dried = read(procedure, [...before, ['ines', 'step-finished', dry.id], gone])
    expect(dried.filter((r) => r.code === 'still-wet').map((r) => r.what)).not.toContain(speak.title(dry.title))
  })

  it('a needle nobody cleared is told first, and no car that was finished says any of it', () => {
    const sharp = carA()
    sharp.checkIn.condition['seat-1l.seat-base'] = { soil: 2, biohazard: ['sharps'] }
    const of = generateProcedure(sharp, catalogue)
    const [first] = read(of, [['tam', 'handed-over', { to: 'Mira', unfinished: why }]])
    expect(first).toMatchObject({ code: 'found-open' })
    expect(first!.why).toMatch(/somebody trained/)
    const finished = read(procedure, [['tam', 'handed-over', { to: 'Mira' }]])
    expect(finished.filter((r) => ['not-done', 'still-wet', 'found-open'].includes(r.code))).toEqual([])
  })
})
