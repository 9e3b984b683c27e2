import { describe, expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { share } from '../../tests/support/share.ts'
import { seededRandom } from '../units/random.ts'
import { type Patch, type Stretch, simulate } from './simulate.ts'
import { stretchesOf } from './stretches.ts'

const cloth = { critical: 120, touchDry: 30 }
const carpet = { critical: 250, touchDry: 60 }
const patch = (id: string, area: number, left: number, of = cloth): Patch => ({ id, area, left, ...of })
const carA = [patch('cloth', 4.1, 80), patch('carpet', 1.45, 95, carpet)]
const carB = [patch('cloth', 4.9, 245), patch('carpet', 4.34, 305, carpet)]
const week = 7 * 1440

const standing = (air: string, temperature = 20, humidity = 0.5): Stretch[] =>
  stretchesOf([{ from: 0, air: catalogue.airs.find((a) => a.id === air)! }], [{ from: 0, temperature, humidity }])
const hours = (car: Patch[], stretches: Stretch[]) => simulate(car, 3, stretches, week).dry.map((m) => m / 60)

/** Within 15 % of a printed figure, which stands for anything that is rounded to it. */
function expectNear(got: number, printed: number) {
  const half = printed >= 10 ? 0.5 : 0.05
  expect(got, `${got} for ${printed}`).toBeGreaterThan((printed - half) * 0.85)
  expect(got, `${got} for ${printed}`).toBeLessThan((printed + half) * 1.15)
}

describe('a drying car', () => {
  // Hours to touch-dry, cloth and carpet: 3 m³, 20 °C, 50 % (the engines' page, Drying and air).
  it.each([
    ['shut', [11, 10], [82, 94]],
    ['windows', [2.9, 2.6], [15, 18]],
    ['doors', [1.7, 1.5], [6.6, 8.2]],
    ['blower', [0.9, 0.8], [3.2, 4]],
  ] as const)('%s: a light car and a severe one within 15 %% of the page', (air, light, severe) => {
    for (const [car, wanted] of [
      [carA, light],
      [carB, severe],
    ] as const)
      hours(car, standing(air)).forEach((h, i) => {
        expect(Math.abs(h / wanted[i]! - 1), `${h} for ${wanted[i]}`).toBeLessThan(0.15)
      })
  })
  // Headline check of the catalogue's drying seeds.
  it.each([
    ['doors', 20, 0.5, [1.7, 1.7], [5.9, 7.7]],
    ['blower', 20, 0.5, [0.9, 0.9], [2.9, 3.8]],
    ['blower', 20, 0.85, [3.2, 3.1], [10, 14]],
    ['blower', 5, 0.8, [4, 3.9], [13, 17]],
    ['heat', 20, 0.5, [0.6, 0.6], [1.9, 2.4]],
  ] as const)('%s at %i °C and %f: within 15 %% of the seeds', (air, t, humidity, light, severe) => {
    // The light car's carpet is quicker on the engines' page (1.5 against 1.7 h, 0.8 against 0.9), which holds: see above.
    expectNear(hours(carA, standing(air, t, humidity))[0]!, light[0])
    hours(carB, standing(air, t, humidity)).forEach((h, i) => expectNear(h, severe[i]!))
  })
  it('twice the area in a shut cabin does not dry at twice the rate: the air is full', () => {
    const half = [patch('cloth', 2, 245)]
    const all = [patch('cloth', 4, 245)]
    const rate = (car: Patch[]) => simulate(car, 3, standing('shut'), 600, 600).water.out / 600
    expect(rate(all)).toBeLessThan(1.15 * rate(half))
    // In a storm of air it nearly does.
    const open = (car: Patch[]) => {
      const { water } = simulate(car, 3, standing('blower'), 60, 60)
      return water.out
    }
    expect(open(all)).toBeGreaterThan(1.6 * open(half))
  })
  it('soaked underlay keeps its carpet waiting for days', () => {
    const soaked = { ...patch('carpet', 1.2, 200, carpet), under: 3000 }
    const [minutes] = simulate([soaked], 3, standing('doors'), week).dry
    // By hand: 3000 g/m² at 0.04 an hour are 150 after ln(20)/0.04 = 74.9 h.
    expect(minutes! / 60).toBeGreaterThan(74.5)
    expect(minutes! / 60).toBeLessThan(90)
  })
  it('what is wetted later dries later, and makes the rest wait a little', () => {
    const alone = simulate([patch('a', 2, 200)], 3, standing('windows'), week).dry[0]!
    const both = simulate([patch('a', 2, 200), { ...patch('b', 3, 200), at: 120 }], 3, standing('windows'), week).dry
    expect(both[0]).toBeGreaterThan(alone)
    expect(both[1]).toBeGreaterThan(both[0]! + 60)
  })
  it('mats on a rack outside take nothing from the car and do not wait for it', () => {
    const mat = { ...patch('mat', 1, 350, carpet), outside: true as const }
    const [, alone] = simulate([...carB.slice(0, 1), mat], 3, standing('shut'), week).dry
    const [beside] = simulate([mat], 3, standing('shut'), week).dry
    expect(Math.abs(alone! - beside!)).toBeLessThan(0.5)
    expect(alone! / 60).toBeLessThan(15)
    const [seat] = simulate([carB[0]!], 3, standing('shut'), week).dry
    expect(simulate([carB[0]!, mat], 3, standing('shut'), week).dry[0]).toBeCloseTo(seat!, 0)
  })
  it('a change of air on the way counts from then on', () => {
    const { airs } = catalogue
    const by = (id: string) => airs.find((a) => a.id === id)!
    const weather = [{ from: 0, temperature: 20, humidity: 0.5 }]
    const late = simulate(
      carB,
      3,
      stretchesOf(
        [
          { from: 0, air: by('shut') },
          { from: 120, air: by('blower') },
        ],
        weather,
      ),
      week,
    )
    const early = simulate(carB, 3, standing('blower'), week)
    expect(late.dry[0]).toBeGreaterThan(early.dry[0]! + 60)
    expect(late.dry[0]).toBeLessThan(early.dry[0]! + 120)
  })
  it('stiff cases: a thimble of air in a storm, a wet hall, frost and heat, stay stable in few steps', () => {
    for (const [volume, changes, speed, t, humidity] of [
      [0.05, 1000, 10, 20, 0.5],
      [30, 0.01, 0, 35, 0.95],
      [3, 200, 2, -15, 0.7],
      [0.5, 400, 5, 45, 0.1],
    ] as const) {
      const d = simulate(carB, volume, [{ from: 0, changes, speed, watts: 0, temperature: t, humidity }], 1440, 30)
      expect(d.steps).toBeLessThan(600)
      for (const m of d.moments) {
        expect(m.humidity).toBeLessThanOrEqual(1)
        expect(m.temperature).toBeGreaterThan(t - 25)
        expect(m.temperature).toBeLessThan(t + 1)
      }
    }
  })
  it('random cars: finite, falling, never drier than the air allows, no faster than open air, and not a drop lost', () => {
    const materials = catalogue.materials
    for (let seed = 1; seed <= share(1000); seed++) {
      const random = seededRandom(seed)
      const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
      const patches = Array.from({ length: 1 + Math.floor(random() * 30) }, (_, i): Patch => {
        const material = of(materials)
        return {
          id: `p${i}`,
          area: 0.05 + random() * 2,
          left: random() * 500,
          critical: material.critical,
          touchDry: material.touchDry,
          ...(random() < 0.1 ? { under: random() * 4000 } : {}),
          ...(random() < 0.2 ? { at: Math.floor(random() * 300) } : {}),
          ...(random() < 0.1 ? { outside: true } : {}),
        }
      })
      const [temperature, humidity] = [-10 + random() * 45, random() < 0.1 ? 1 : random()]
      const air = of(catalogue.airs)
      const stretches = standing(air.id, temperature, humidity)
      const { dry, moments, water } = simulate(patches, 1 + random() * 8, stretches, 1440, 20)
      const name = `seed ${seed}`
      const balance = water.wetted - water.left - water.inAir - water.out
      expect(Math.abs(balance) / Math.max(1, water.wetted), name).toBeLessThan(1e-6)
      for (const [i, p] of patches.entries()) {
        expect(dry[i]! >= (p.at ?? 0), name).toBe(true)
        if (!p.under && !p.outside && air.watts === 0) {
          const { at: _at, ...now } = p
          const [open] = simulate(
            [now],
            1000,
            stretches.map((s) => ({ ...s, changes: 1000 })),
            1440,
          ).dry
          expect(dry[i]! - (p.at ?? 0), `${name} ${p.id}`).toBeGreaterThanOrEqual(Math.min(1440, open!) * 0.995 - 0.3)
        }
        let before = Number.POSITIVE_INFINITY
        for (const m of moments) {
          if (m.at < (p.at ?? 0) + 1) continue
          const now = m.grams[i]!
          expect(Number.isFinite(now) && now >= 0, name).toBe(true)
          if (!p.under) expect(now, `${name} ${p.id} at ${m.at}`).toBeLessThanOrEqual(before + 0.05)
          before = now
        }
        // Full air takes nothing up.
        if (humidity === 1 && air.watts === 0 && !p.under)
          expect(moments.at(-1)!.grams[i], name).toBeGreaterThan(p.left - 3)
      }
      for (const m of moments) expect(m.humidity >= 0 && m.humidity <= 1, name).toBe(true)
    }
  })
})
