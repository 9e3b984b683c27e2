import { describe, expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { normals, seededRandom } from '../units/random.ts'
import { dry } from './dry.ts'
import type { DryRequest } from './schema.ts'

const seats: DryRequest = {
  patches: [
    { id: 'seats', material: 'flat-cloth', area: 4.9, left: 245 },
    { id: 'floor', material: 'easy-carpet', area: 4.34, left: 305 },
  ],
  cabin: { volume: 3 },
  weather: [{ from: 0, temperature: 20, humidity: 0.5 }],
  air: [{ from: 0, air: 'doors' }],
}

describe('dry', () => {
  it('answers by patch, tells the curve, and loses no water', () => {
    const { patches, moments, water } = dry(seats, catalogue)
    expect(patches.map((p) => p.id)).toEqual(['seats', 'floor'])
    expect(patches[0]!.dry! / 60).toBeCloseTo(6.6, 0)
    expect(moments[0]).toMatchObject({ at: 0, grams: { seats: 245, floor: 305 } })
    expect(moments.at(-1)!.at).toBe(1440)
    expect(water.left + water.inAir + water.out).toBeCloseTo(water.wetted, 6)
    expect(water.wetted).toBeCloseTo(4.9 * 245 + 4.34 * 305, 6)
  })
  it('says null where nothing is dry within the time looked at', () => {
    const { patches } = dry({ ...seats, air: [{ from: 0, air: 'shut' }] }, catalogue)
    expect(patches.map((p) => p.dry)).toEqual([null, null])
    expect(patches[0]!.left).toBeGreaterThan(100)
  })
  it('three noisy readings bring it within a tenth of the true curve', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const random = seededRandom(seed)
      const normal = normals(random)
      // The truth: more left than thought, and slower or faster by up to a third.
      const [more, slower] = [0.85 + random() * 0.3, 0.75 + random() * 0.5]
      const truth = dry(
        {
          ...seats,
          patches: seats.patches.map((p) => ({ ...p, left: p.left * more })),
          every: 5,
        },
        catalogue,
      )
      const gramsAt = (minute: number) =>
        truth.moments.reduce((best, m) =>
          Math.abs(m.at - minute * slower) < Math.abs(best.at - minute * slower) ? m : best,
        ).grams.seats!
      const trueDry = truth.patches[0]!.dry! / slower
      const readings = [0.25, 0.5, 0.75].map((share) => {
        const at = Math.round(trueDry * share)
        return { patch: 'seats', at, grams: Math.max(0, gramsAt(at) * (1 + 0.03 * normal())) }
      })
      const [bent, floor] = dry({ ...seats, readings }, catalogue).patches
      expect(Math.abs(bent!.dry! / trueDry - 1), `seed ${seed}: ${bent!.dry} for ${trueDry}`).toBeLessThan(0.1)
      expect(bent!.refit!.expected).toBeCloseTo(dry(seats, catalogue).patches[0]!.dry!, 6)
      expect(floor!.refit).toBeUndefined()
    }
  })
  it('one reading alone bends nothing', () => {
    const [seat] = dry({ ...seats, readings: [{ patch: 'seats', at: 60, grams: 100 }] }, catalogue).patches
    expect(seat!.refit).toBeUndefined()
  })
  it('the night after: panes fog under the dew point, and freeze below nought', () => {
    const damp = { ...seats, air: [{ from: 0, air: 'shut' }], until: 240 }
    const { night } = dry({ ...damp, night: { low: 6, clear: true } }, catalogue)
    // 20 °C nearly full: its dew point is far above 3 °C.
    expect(night).toMatchObject({ glass: 3, fog: true, frost: false })
    expect(dry({ ...damp, night: { low: 1, clear: true } }, catalogue).night).toMatchObject({ fog: true, frost: true })
    const aired = { ...seats, air: [{ from: 0, air: 'blower' }], until: 1440 }
    // Dry air of 20 °C and 50 % has its dew point at 9.3 °C.
    const dryNight = dry({ ...aired, night: { low: 11, clear: false } }, catalogue).night!
    expect(dryNight.dewPoint).toBeCloseTo(9.3, 0)
    expect(dryNight).toMatchObject({ fog: false, frost: false })
  })
  it.each([
    ['/patches/0/material', { patches: [{ ...seats.patches[0]!, material: 'spoon' }] }],
    ['/patches/1/id', { patches: [seats.patches[0]!, seats.patches[0]!] }],
    ['/weather/0/from', { weather: [{ from: 5, temperature: 20, humidity: 0.5 }] }],
    [
      '/air/1/from',
      {
        air: [
          { from: 0, air: 'doors' },
          { from: 0, air: 'shut' },
        ],
      },
    ],
    ['/air/0/air', { air: [{ from: 0, air: 'gale' }] }],
    ['/readings/0/patch', { readings: [{ patch: 'roof', at: 3, grams: 2 }] }],
  ])('refuses by field: %s', (pointer, change) => {
    expect(() => dry({ ...seats, ...change } as DryRequest, catalogue)).toThrow(
      expect.objectContaining({ faults: [expect.objectContaining({ pointer })] }),
    )
  })
})
