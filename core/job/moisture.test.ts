import { expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { courseOf } from '../drying/course.ts'
import { generateProcedure } from '../procedures/make/generate.ts'
import { refusal } from './allow.ts'
import { dryMinutes } from './moisture.ts'
import { emptyState } from './reduce.ts'

const procedure = generateProcedure(carB(), catalogue)
const seats = procedure.steps.find((s) => s.id === 'dry:seats-1')!
const patch = procedure.drying!.patches.filter((p) => p.group === 'seats-1').sort((a, b) => b.dry - a.dry)[0]!
const since = '2026-11-28T10:00:00.000Z'
const at = (minute: number) => new Date(Date.parse(since) + minute * 60_000).toISOString()
const read = (...readings: [minute: number, grams: number][]) => ({
  moisture: readings.map(([minute, grams]) => ({ step: seats.id, grams, by: 'ines', at: at(minute) })),
})
/** What a patch that takes so long would show after a share of that time. */
const gramsOf = (takes: number, minute: number) => {
  const { at: minutes, grams } = courseOf(patch, takes)
  return grams[minutes.findIndex((m) => m >= minute)]!
}

it('the course of a patch begins at what is left and is touch-dry when it should be', () => {
  const { at: minutes, grams } = courseOf(patch, 200)
  expect(grams[0]).toBe(patch.left)
  expect(grams[minutes.indexOf(200)]).toBeCloseTo(patch.touchDry, 6)
  expect(courseOf({ left: 80, critical: 120, touchDry: 30 }, 100).grams[20]).toBeCloseTo(30, 6)
})
it('without readings, or with one, it is dry when it was planned; readings of before, or of elsewhere, say nothing', () => {
  expect(dryMinutes(seats, procedure, {}, since)).toBe(seats.minutes)
  expect(dryMinutes(seats, procedure, read([60, 400]), since)).toBe(seats.minutes)
  const elsewhere = { moisture: read([60, 10], [90, 5]).moisture.map((r) => ({ ...r, step: 'dry:floor-1' })) }
  expect(dryMinutes(seats, procedure, elsewhere, since)).toBe(seats.minutes)
  expect(dryMinutes(seats, procedure, read([60, 10], [90, 5]), at(100))).toBe(seats.minutes)
})
it('two readings of a seat that takes half as long again move its recheck there, within a tenth', () => {
  for (const factor of [0.75, 1.5]) {
    const takes = seats.minutes * factor
    const at1 = Math.round(takes * 0.4)
    const at2 = Math.round(takes * 0.7)
    const bent = dryMinutes(seats, procedure, read([at1, gramsOf(takes, at1)], [at2, gramsOf(takes, at2)]), since)
    expect(Math.abs(bent / takes - 1), `${bent} for ${takes}`).toBeLessThan(0.1)
  }
})
it('what a meter reads as touch-dry is dry then, however slow it was expected to be', () => {
  const takes = seats.minutes
  expect(dryMinutes(seats, procedure, read([20, patch.touchDry + 20], [40, patch.touchDry - 1]), since)).toBe(40)
  // And never later than it was expected without.
  expect(dryMinutes(seats, procedure, read([20, 5], [takes + 60, 5]), since)).toBe(takes)
})
it('only where something dries, and its wetting has ended', () => {
  const said = (id: string) =>
    refusal(
      { type: 'moisture-read', data: { step: id, grams: 50 } },
      procedure,
      emptyState(),
      { person: 'ines', leads: false },
      [],
      since,
    )?.code
  expect(said('walk_round:car')).toBe('not-drying')
  expect(said(seats.id)).toBe('waits-for')
})
