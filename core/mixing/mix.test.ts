import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { BadInput } from '#core/units/fault.ts'
import { mix, toGraduation } from './mix.ts'

const ratio = (concentrate: number, water: number) => ({ concentrate, water })

describe('fresh mixes', () => {
  it.each([
    ['1:12 in 5 l', ratio(1, 12), 5000, 384.62],
    ['1:5 in 3 l', ratio(1, 5), 3000, 500],
    ['1 in 5 in 3 l', ratio(1, 4), 3000, 600],
    ['neat', ratio(1, 0), 250, 250],
  ])('%s', (_name, r, fill, dose) => {
    const answer = mix({ ratio: r, fill_ml: fill, capacity_ml: fill })
    expect(answer.concentrate_ml).toBeCloseTo(dose, 2)
    expect(answer.concentrate_ml + answer.water_ml).toBeCloseTo(fill, 9)
  })
  it('rounds to the graduation, halves down, and water keeps the total', () => {
    expect(toGraduation(12.5, 5)).toBe(10)
    expect(toGraduation(12.6, 5)).toBe(15)
    const answer = mix({ ratio: ratio(1, 10), fill_ml: 900, capacity_ml: 946, graduation_ml: 5 })
    expect(answer.measured).toMatchObject({ concentrate_ml: 80, water_ml: 820 })
    expect(answer.measured.deviation).toBeCloseTo(80 / (900 / 11) - 1, 12)
  })
  it('judges the cup relative to the dose and names a finer one', () => {
    const codes = (fill: number) =>
      mix({ ratio: ratio(1, 64), fill_ml: fill, capacity_ml: fill, graduation_ml: 10 }).warnings.map((w) => w.code)
    expect(codes(250)).toEqual(['dose-rounds-to-zero'])
    expect(codes(1000)).toEqual(['coarse-measure'])
    expect(codes(6500)).toEqual([])
    expect(
      mix({ ratio: ratio(1, 64), fill_ml: 250, capacity_ml: 250, graduation_ml: 10 }).warnings[0]!.message,
    ).toContain('every 2 ml')
  })
  it('acid goes into water; otherwise concentrate first unless it foams', () => {
    const order = (extra: object) =>
      mix({ ratio: ratio(1, 10), fill_ml: 500, capacity_ml: 500, ...extra }).steps.filter((s) => /^(Pour|Add)/.test(s))
    expect(order({})[0]).toContain('concentrate')
    expect(order({ foams: true })[0]).toContain('water')
    expect(order({ water_first: true })[0]).toContain('water')
  })
  it('refuses a fill that does not fit and what is not built, by pointer', () => {
    const pointers = (extra: object) => {
      try {
        mix({ ratio: ratio(1, 10), fill_ml: 500, capacity_ml: 500, ...extra })
      } catch (error) {
        return (error as BadInput).faults.map((f) => f.pointer)
      }
      return []
    }
    expect(pointers({ fill_ml: 501 })).toEqual(['/fill_ml'])
    expect(pointers({ present: { volume_ml: 1 }, poured_ml: 3, range: {} })).toEqual([
      '/present',
      '/poured_ml',
      '/range',
    ])
  })
  it('conserves volume and never exceeds the vessel', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 1000, noNaN: true }),
        fc.double({ min: 0, max: 1000, noNaN: true }),
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        fc.integer({ min: 1, max: 50 }),
        (c, w, fill, graduation) => {
          const answer = mix({ ratio: ratio(c, w), fill_ml: fill, capacity_ml: fill * 1.1, graduation_ml: graduation })
          expect(Math.abs(answer.concentrate_ml + answer.water_ml - fill)).toBeLessThanOrEqual(1e-9 * fill)
          expect(answer.concentrate_ml / fill).toBeCloseTo(c / (c + w), 9)
          expect(answer.measured.concentrate_ml).toBeLessThanOrEqual(fill)
          expect(answer.measured.water_ml).toBeGreaterThanOrEqual(-1e-9)
        },
      ),
    )
  })
})
