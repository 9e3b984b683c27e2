import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { BadInput } from '#core/units/fault.ts'
import { speak } from '#words/en/speak.ts'
import { bestCup, mix, toGraduation } from './mix.ts'
import { drawn, drawOf, premixFor } from './two-stage.ts'

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
      speak.mix(mix({ ratio: ratio(1, 64), fill_ml: 250, capacity_ml: 250, graduation_ml: 10 })).warnings[0]!.message,
    ).toContain('every 2 ml')
  })
  it('acid goes into water; otherwise concentrate first unless it foams', () => {
    const order = (extra: object) =>
      speak
        .mix(mix({ ratio: ratio(1, 10), fill_ml: 500, capacity_ml: 500, ...extra }))
        .steps.filter((s) => /^(Pour|Add)/.test(s))
    expect(order({})[0]).toContain('concentrate')
    expect(order({ foams: true })[0]).toContain('water')
    expect(order({ water_first: true })[0]).toContain('water')
  })
  it('refuses what does not fit, by pointer', () => {
    const pointers = (extra: object) => {
      try {
        mix({ ratio: ratio(1, 10), fill_ml: 500, capacity_ml: 500, ...extra })
      } catch (error) {
        return (error as BadInput).faults.map((f) => f.pointer)
      }
      return []
    }
    expect(pointers({ fill_ml: 501 })).toEqual(['/fill_ml'])
    expect(pointers({ present: { volume_ml: 600, ratio: ratio(1, 5) } })).toEqual(['/present/volume_ml'])
    expect(pointers({ poured_ml: 501, range: { min: 0.2, max: 0.1 } })).toEqual(['/poured_ml', '/range'])
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

describe('leftovers', () => {
  it('300 ml of 1:9, 700 ml of 1:3 wanted: 145 and 255 ml more', () => {
    const answer = mix({
      ratio: ratio(1, 3),
      fill_ml: 700,
      capacity_ml: 750,
      present: { volume_ml: 300, ratio: ratio(1, 9) },
    })
    expect(answer.concentrate_ml).toBeCloseTo(145, 9)
    expect(answer.water_ml).toBeCloseTo(255, 9)
    expect(answer.discard_ml).toBe(0)
  })
  it('2000 ml of 15 %, 500 ml of 20 % wanted: keep 470.6, add 29.4, pour 1529.4 away', () => {
    const answer = mix({
      ratio: ratio(20, 80),
      fill_ml: 500,
      capacity_ml: 2000,
      present: { volume_ml: 2000, ratio: ratio(15, 85) },
    })
    expect(answer.discard_ml).toBeCloseTo(1529.4, 1)
    expect(answer.concentrate_ml).toBeCloseTo(29.4, 1)
    expect(answer.water_ml).toBe(0)
  })
  it.each([
    ['unknown', {}, undefined],
    ['past its life', { ratio: ratio(1, 10), past_life: true }, undefined],
    ['a disinfectant', { ratio: ratio(1, 10) }, 'disinfectant'],
    ['an enzyme', { ratio: ratio(1, 10) }, 'enzyme'],
    ['a peroxide', { ratio: ratio(1, 10) }, 'peroxide'],
  ] as const)('%s is emptied, with the reason', (_name, present, role) => {
    const answer = mix({
      ratio: ratio(1, 10),
      fill_ml: 500,
      capacity_ml: 500,
      present: { volume_ml: 200, ...present },
      ...(role ? { role } : {}),
    })
    expect(answer.discard_ml).toBe(200)
    expect(answer.warnings[0]!.code).toBe('empty-first')
    expect(answer.concentrate_ml).toBeCloseTo(500 / 11, 9)
  })
  const any = fc.record({
    c: fc.double({ min: 0.01, max: 10, noNaN: true }),
    w: fc.double({ min: 0, max: 300, noNaN: true }),
    c0: fc.double({ min: 0.01, max: 10, noNaN: true }),
    w0: fc.double({ min: 0, max: 300, noNaN: true }),
    fill: fc.double({ min: 10, max: 1e4, noNaN: true }),
    left: fc.double({ min: 0.001, max: 1, noNaN: true }),
  })
  it('mass balances to a billionth, the ratio is reached, and no drop more is poured away than has to be', () => {
    fc.assert(
      fc.property(any, ({ c, w, c0, w0, fill, left }) => {
        const volume = left * fill * 1.2
        const answer = mix({
          ratio: ratio(c, w),
          fill_ml: fill,
          capacity_ml: fill * 1.2,
          present: { volume_ml: volume, ratio: ratio(c0, w0) },
        })
        const kept = volume - answer.discard_ml
        const [f, f0] = [c / (c + w), c0 / (c0 + w0)]
        expect(Math.abs(kept + answer.concentrate_ml + answer.water_ml - fill)).toBeLessThanOrEqual(1e-8 * fill)
        expect((answer.concentrate_ml + f0 * kept) / fill).toBeCloseTo(f, 8)
        expect(Math.min(answer.concentrate_ml, answer.water_ml, kept, answer.discard_ml)).toBeGreaterThanOrEqual(-1e-9)
        // Keeping more would need liquid taken out again.
        if (answer.discard_ml > 1e-6 * fill) {
          const more = kept + 1e-4 * fill
          expect(Math.min(f * fill - f0 * more, fill - more - (f * fill - f0 * more))).toBeLessThan(1e-9 * fill)
        }
      }),
      { numRuns: 500 },
    )
  })
})

describe('what is poured already', () => {
  const over = (extra: object = {}) =>
    mix({ ratio: ratio(1, 10), fill_ml: 900, capacity_ml: 946, poured_ml: 122.7, ...extra })
  it('half as much again: stretch does not fit, take back 40.9 ml, keep it stronger only where the label allows', () => {
    const [stretch, back, stronger] = over().options
    expect(over().concentrate_ml).toBeCloseTo(900 / 11, 9)
    expect(stretch).toMatchObject({ kind: 'stretch', allowed: false })
    expect(stretch!.total_ml).toBeCloseTo(122.7 * 11, 9)
    expect(back).toMatchObject({ kind: 'take-back', allowed: true })
    expect(back!.remove_ml).toBeCloseTo(122.7 - 900 / 11, 9)
    expect(stronger).toMatchObject({ kind: 'keep-stronger', allowed: false })
    expect(over({ range: { min: 0.05, max: 0.2 } }).options[2]).toMatchObject({ allowed: true, total_ml: 900 })
    expect(over({ capacity_ml: 1500 }).options[0]!.allowed).toBe(true)
  })
  it('never stretches or keeps outside the range what can hurt', () => {
    for (const role of ['disinfectant', 'acid', 'oxidiser', 'enzyme'] as const) {
      const { options } = over({ role, range: { min: 0.02, max: 0.05 }, capacity_ml: 5000 })
      expect(options.filter((o) => o.allowed).map((o) => o.kind)).toEqual(['take-back'])
    }
  })
  it('too little asks for the rest; the right dose asks for nothing', () => {
    expect(over({ poured_ml: 50 }).options.map((o) => o.kind)).toEqual(['pour-more'])
    expect(over({ poured_ml: 900 / 11 }).options).toEqual([])
  })
  it('a leftover counts towards the dose', () => {
    const { options, concentrate_ml } = over({ present: { volume_ml: 300, ratio: ratio(1, 20) } })
    expect(options.find((o) => o.kind === 'take-back')!.remove_ml).toBeCloseTo(122.7 - concentrate_ml, 9)
    for (const o of options) expect(o.total_ml - o.water_ml - o.concentrate_ml).toBeCloseTo(300, 9)
  })
})

describe('cups', () => {
  const cups = [
    { graduation: 10, capacity: 250 },
    { graduation: 5, capacity: 100 },
    { graduation: 1, capacity: 20 },
  ]
  it('the one with the least relative error is taken; of equals the coarser', () => {
    expect(bestCup(cups, 12)!.graduation).toBe(1)
    expect(bestCup(cups, 81.8)!.graduation).toBe(10)
    expect(bestCup(cups, 50)!.graduation).toBe(10)
    expect(bestCup(cups, 300)).toBeUndefined()
    // Nobody measures 50 ml in a five-litre jug, however evenly its marks divide.
    expect(bestCup([...cups, { capacity: 5000, graduation: 50 }], 50)!.capacity).toBeLessThan(1000)
  })
  it('disinfectants are judged more strictly', () => {
    const codes = (role?: 'disinfectant') =>
      mix({ ratio: ratio(1, 14), fill_ml: 1000, capacity_ml: 1000, graduation_ml: 10, ...(role ? { role } : {}) })
        .warnings
    expect(codes()).toEqual([])
    expect(
      mix({ ratio: ratio(1, 13), fill_ml: 900, capacity_ml: 1000, graduation_ml: 10, role: 'disinfectant' }).warnings[0]
        ?.code,
    ).toBe('coarse-measure')
  })
})

describe('two stages', () => {
  it('1:6 drawn at 1:8 comes out at 1:62; the premix for a wanted strength gives it back', () => {
    expect(drawn(ratio(1, 6), ratio(1, 8))).toEqual(ratio(1, 62))
    expect(premixFor(ratio(1, 62), ratio(1, 8))).toEqual(ratio(1, 6))
    expect(() => premixFor(ratio(1, 4), ratio(1, 8))).toThrow(/even the neat product/)
  })
  it('a timed measurement gives the draw', () => {
    expect(drawOf({ drawn_ml: 100, out_ml: 900 })).toEqual(ratio(1, 8))
    expect(() => drawOf({ drawn_ml: 100, out_ml: 90 })).toThrow()
  })
})
