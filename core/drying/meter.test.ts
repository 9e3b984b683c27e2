import { expect, it } from 'vitest'
import { courseOf } from './course.ts'
import { standInFactor, standInReading } from './meter.ts'
import { bentMinute, refit } from './refit.ts'

const patch = { left: 130, critical: 120, touchDry: 30 }
const seeds = Array.from({ length: 60 }, (_, i) => i * 977 + 1)

it('a made-up patch takes its own time, the same whenever it is asked, longer or shorter than expected', () => {
  const factors = seeds.map(standInFactor)
  expect(factors).toEqual(seeds.map(standInFactor))
  expect(Math.min(...factors)).toBeLessThan(0.85)
  expect(Math.max(...factors)).toBeGreaterThan(1.2)
  expect(factors.every((f) => f >= 0.6 && f <= 1.6)).toBe(true)
})

it('readings fall from what is left, are noisy and never below nothing', () => {
  for (const seed of seeds) {
    const at = (minute: number) => standInReading(patch, 200, minute, seed)
    expect(Math.abs(at(0) - patch.left)).toBeLessThan(50)
    const mean = (from: number) => [0, 1, 2, 3, 4, 5].reduce((sum, i) => sum + at(from + i), 0) / 6
    expect(mean(20)).toBeGreaterThan(mean(120))
    expect(at(5000)).toBeGreaterThanOrEqual(0)
  }
  const some = new Set(Array.from({ length: 20 }, (_, i) => standInReading(patch, 200, 60 + i / 60, 7)))
  expect(some.size).toBeGreaterThan(3)
})

it('three readings of it tell when it will be dry, within a quarter in nine of ten', () => {
  const close = seeds.filter((seed) => {
    const course = courseOf(patch, 200)
    const readings = [40, 80, 120].map((at) => ({ at, grams: standInReading(patch, 200, at, seed) }))
    const told = bentMinute(course, refit(course, readings), patch.touchDry)
    return Math.abs(told / (200 * standInFactor(seed)) - 1) < 0.25
  })
  expect(close.length).toBeGreaterThanOrEqual(54)
})
