import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { carB } from '../../tests/fixtures/cars.ts'
import { inTodaysAir, slowerBy } from './todays-air.ts'

const mild = { temperature: 20, humidity: 0.5 }
const made = (outside: ProcedureRequest['outside']) => generateProcedure({ ...carB(), outside }, catalogue)
const procedure = made(mild)
const dry = (p: typeof procedure) => p.steps.filter((s) => s.treatment === 'dry').map((s) => s.minutes)

describe('a procedure in the air of today', () => {
  it('stands as it was issued where the weather is much the same, is not known, or nothing dries', () => {
    expect(inTodaysAir(procedure, undefined)).toBe(procedure)
    expect(inTodaysAir(procedure, mild)).toBe(procedure)
    // Half a degree and two in a hundred: about a twentieth.
    expect(inTodaysAir(procedure, { temperature: 19.5, humidity: 0.52 })).toBe(procedure)
    expect(slowerBy({ drying: undefined }, { temperature: 5, humidity: 0.9 })).toBe(1)
  })
  it('dries longer where it is damp or cold, sooner in heat, and nothing but drying takes another time', () => {
    // By psychrometry, wet bulb against dry: 20 °C at half is 6.2 K apart, 8 °C at 85 % 1.1 K, 30 °C at 40 % 9.9 K.
    expect(slowerBy(procedure, { temperature: 8, humidity: 0.85 })).toBeGreaterThan(2)
    expect(slowerBy(procedure, { temperature: 30, humidity: 0.4 })).toBeLessThan(0.75)
    const cold = inTodaysAir(procedure, { temperature: 8, humidity: 0.85 })
    expect(cold.steps.map((s) => s.id)).toEqual(procedure.steps.map((s) => s.id))
    cold.steps.forEach((s, i) => {
      const was = procedure.steps[i]!
      if (s.treatment === 'dry') expect(s.minutes).toBeGreaterThan(2 * was.minutes)
      else expect(s).toBe(was)
    })
  })
  it.each([
    ['damp and cool', { temperature: 12, humidity: 0.75 }],
    ['warm and dry', { temperature: 27, humidity: 0.4 }],
    ['heat', { temperature: 32, humidity: 0.35 }],
  ])('%s: about what it would be issued with today', (_, outside) => {
    // The whole model, made anew in that weather, against the quick factor: a quarter off at most.
    const [told, issued] = [dry(inTodaysAir(procedure, outside)), dry(made(outside))]
    told.forEach((minutes, i) =>
      expect(Math.abs(minutes / issued[i]! - 1), `${minutes} for ${issued[i]}`).toBeLessThan(0.25),
    )
  })
})
