import { expect, it } from 'vitest'
import { bestWithin, frontier, type Item } from './knapsack.ts'

it('more kinds of set-up at once than a mask has bits are weighed all the same, never as cheaper than they are', () => {
  const all = Array.from({ length: 40 }, (_, i) => `kind-${i}`)
  // Each worked on its own takes five minutes and its set-up of three; all share a price, as heads of one machine do.
  const items: Item[] = all.map((id) => ({
    id,
    options: [
      { rung: 0, minutes: 0, value: 0, uses: [] },
      { rung: 1, minutes: 5, value: 1, uses: [id] },
    ],
  }))
  const points = frontier(
    items,
    (uses) => 3 * uses.length,
    () => true,
    200,
  )
  // By hand: everything is 40 × 5 and 40 × 3.
  const whole = points.find((p) => p.value === 40)!
  expect(whole.minutes).toBe(320)
  expect(bestWithin(points, 320)?.value).toBe(40)
  expect(bestWithin(points, 0)?.value).toBe(0)
  for (const { minutes, rungs } of points) {
    const worked = Object.values(rungs).filter((r) => r === 1).length
    expect(minutes).toBeGreaterThanOrEqual(8 * worked)
  }
})
