import { expect, it } from 'vitest'
import { catalogue } from '../../catalogue/catalogue.ts'
import { wickingChance } from './wicking.ts'

const chance = (index: number, age: 'fresh' | 'days' | 'old', left: number) =>
  wickingChance(index, age, left, catalogue.figures)

it('a stain that always wicks, old, under a soaked seat: as good as sure; little water or a stain that never wicks: hardly', () => {
  expect(chance(3, 'old', 300)).toBeGreaterThan(70)
  expect(chance(3, 'fresh', 80)).toBeLessThan(40)
  expect(chance(0, 'old', 300)).toBeLessThan(10)
  expect(chance(2, 'days', 0)).toBe(0)
})
it('rises with index, age and water, and is a chance', () => {
  for (const left of [20, 80, 245, 600])
    for (const age of ['fresh', 'days', 'old'] as const)
      for (let index = 1; index <= 3; index++) {
        expect(chance(index, age, left)).toBeGreaterThanOrEqual(chance(index - 1, age, left))
        expect(chance(index, age, left + 50)).toBeGreaterThanOrEqual(chance(index, age, left))
        expect(chance(index, 'old', left)).toBeGreaterThanOrEqual(chance(index, age, left))
        expect(chance(index, age, left)).toBeLessThanOrEqual(100)
      }
})
