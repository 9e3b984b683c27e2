import { describe, expect, it } from 'vitest'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { randomCar } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { share } from '../../../tests/support/share.ts'
import { speak } from '../../../words/en/speak.ts'
import { clockOf } from './clock.ts'

type Finish = NonNullable<ProcedureRequest['finish']>
const levels: Finish[] = ['trade', 'standard', 'show']
const by = (request: ProcedureRequest, finish: Finish) => generateProcedure({ ...request, finish }, catalogue)
const minutes = (request: ProcedureRequest, finish: Finish) => by(request, finish).totals.attended

// Figures from the acceptance page on levels and packages, written down before the code.
describe('levels', () => {
  it.each([
    [2, 0.9, 1.1],
    [3, 0.75, 1.2],
  ])('a whole cloth interior at soil %i: trade at most %f of standard, show at least %f', (soil, trade, show) => {
    const standard = minutes(soiled(soil), 'standard')
    expect(minutes(soiled(soil), 'trade')).toBeLessThanOrEqual(trade * standard)
    expect(minutes(soiled(soil), 'show')).toBeGreaterThanOrEqual(show * standard)
  })
  it('a light car, whole: an hour to an hour and a half, belts vacuumed and nothing of cloth wetted', () => {
    const light = by(soiled(1), 'standard')
    expect(light.totals.attended).toBeGreaterThanOrEqual(60)
    expect(light.totals.attended).toBeLessThanOrEqual(90)
    expect(light.totals.waterLeft).toBe(0)
    expect(light.steps.some((s) => s.treatment === 'belt')).toBe(false)
    expect(light.steps.filter((s) => s.treatment === 'vac_belt').flatMap((s) => s.surfaces)).toHaveLength(5)
  })
  it('trade wipes jambs and stops at the second rung; show brushes seams and tracks, does the glass twice and rakes a light over it', () => {
    const treatments = (finish: Finish) => new Set(by(soiled(3), finish).steps.map((s) => s.treatment))
    const [trade, show] = [treatments('trade'), treatments('show')]
    for (const id of ['hotx', 'pad', 'jamb', 'dress', 'glass_out']) expect(trade, id).not.toContain(id)
    for (const id of ['lm', 'jamb_quick', 'glass_in']) expect(trade, id).toContain(id)
    for (const id of ['seam_brush', 'track_brush', 'glass_again', 'rake', 'round2']) expect(show, id).toContain(id)
  })
  it('whatever the car: trade takes no longer than standard, standard no longer than show, in minutes and on the clock', () => {
    const random = seededRandom(8)
    const wrong: string[] = []
    for (let i = 0; i < share(300); i++) {
      const request = randomCar(random)
      const made = levels.map((finish) => by(request, finish))
      const attended = made.map((p) => p.totals.attended)
      const clocks = made.map((p) => clockOf(p, 1))
      for (const list of [attended, clocks])
        if (list[0]! > list[1]! + 1e-6 || list[1]! > list[2]! + 1e-6) wrong.push(`car ${i}: ${list.join(' ')}`)
    }
    expect(wrong).toEqual([])
  })
})

describe('a tidy', () => {
  const tidied = (soil: number) => {
    const request = soiled(soil)
    return generateProcedure({ ...request, checkIn: { ...request.checkIn, package: 'tidy' } }, catalogue)
  }
  it.each([
    [1, 70, 130],
    [2, 70, 130],
    [3, 70, 165],
    [4, 70, 200],
  ])('at soil %i takes %i to %i minutes, and wets no cloth and no carpet', (soil, least, most) => {
    const tidy = tidied(soil)
    expect(tidy.totals.attended).toBeGreaterThanOrEqual(least)
    expect(tidy.totals.attended).toBeLessThanOrEqual(most)
    expect(tidy.totals.waterLeft).toBe(0)
    for (const stage of ['seats', 'floor', 'overhead', 'jambs', 'dry-out', 'final-vacuum', 'dress'])
      expect(
        tidy.steps.some((s) => s.stage === stage),
        stage,
      ).toBe(false)
    expect(tidy.steps.some((s) => s.treatment.startsWith('glass_out') || s.treatment === 'glass_damp_out')).toBe(false)
  })
  it('offers what it leaves, with its minutes', () => {
    const { offers } = speak.procedure(tidied(3))
    const named = new Map(offers!.map((o) => [o.name, o.minutes]))
    // By hand from the rates: seats 4.66 m² × (1.5 + 4 + 16.5), carpets 2.9 m² × 1.15 × 7 × 1.3 × 0.85, jambs 1.9 m² × 4.5 × 1.25.
    expect(named.get('Seats, wet work')).toBeGreaterThan(90)
    expect(named.get('Floor, wet work')).toBeGreaterThan(20)
    expect(named.get('Jambs')).toBeGreaterThan(10)
    expect([...named.values()].every((m) => m > 0)).toBe(true)
    expect(speak.procedure(by(soiled(3), 'standard')).offers).toBeUndefined()
  })
  it('takes what the customer took besides, at the fuller package’s work, and nothing else', () => {
    const request = soiled(3)
    const plain = { ...request, checkIn: { ...request.checkIn, package: 'tidy' } }
    const taken = generateProcedure({ ...plain, checkIn: { ...plain.checkIn, extras: ['seats'] } }, catalogue)
    const tidy = generateProcedure(plain, catalogue)
    const whole = generateProcedure({ ...request, checkIn: { ...request.checkIn, package: 'whole' } }, catalogue)
    const done = (p: Procedure, stage: string) =>
      p.steps
        .filter((s) => s.stage === stage)
        .flatMap((s) => s.surfaces.map((at) => `${s.treatment} ${at}`))
        .sort()
    expect(done(taken, 'seats')).toEqual(done(whole, 'seats'))
    expect(done(taken, 'seats').length).toBeGreaterThan(5)
    for (const stage of ['floor', 'jambs', 'overhead', 'dress']) expect(done(taken, stage), stage).toEqual([])
    // What was wet is dried and judged, and it costs about what was offered; the machine is set up besides.
    expect(taken.steps.some((s) => s.stage === 'dry-out')).toBe(true)
    const offered = tidy.offers!.find((o) => o.stage === 'seats')!.minutes
    expect(taken.totals.attended - tidy.totals.attended).toBeGreaterThan(offered * 0.9)
    expect(taken.totals.attended - tidy.totals.attended).toBeLessThan(offered * 1.25 + 20)
    // It stays among the offers, so that it can be left out again.
    expect(taken.offers).toEqual(tidy.offers)
    expect(() => generateProcedure({ ...plain, checkIn: { ...plain.checkIn, extras: ['spoon'] } }, catalogue)).toThrow(
      /extras/,
    )
  })
  it('promises nothing of a stain that it leaves', () => {
    const request = soiled(2)
    request.checkIn.condition['seat-1l.seat-base'] = {
      soil: 2,
      stains: [{ kind: 'tannin', age: 'fresh', attempts: 0, size: 'coin' }],
    }
    const [left] = generateProcedure(
      { ...request, checkIn: { ...request.checkIn, package: 'tidy' } },
      catalogue,
    ).expectations
    expect(left).toMatchObject({ kind: 'tannin', chance: 0, unplanned: true })
    const [worked] = by(request, 'standard').expectations
    expect(worked!.chance).toBe(90)
  })
})
