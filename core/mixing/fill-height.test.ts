import { expect, it } from 'vitest'
import { heightAt } from './fill-height.ts'

const jug = [
  [0, 0],
  [100, 900],
  [150, 1200],
] as const

it('is exact at the measured points, rises between them and stops at the ends', () => {
  for (const [height, volume] of jug) expect(heightAt(jug, volume)).toBe(height)
  expect(heightAt(jug, 450)).toBe(50)
  expect(heightAt(jug, 1050)).toBe(125)
  expect(heightAt(jug, 5000)).toBe(150)
})
