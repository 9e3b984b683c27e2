import { expect, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { bestWithin, frontier, type Item } from './knapsack.ts'
import { frontierOfMany } from './many.ts'

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
  const points = frontierOfMany(
    items,
    (uses) => 3 * uses.length,
    () => true,
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

it('a whole car is weighed as the exact way weighs it, within a hundredth, and never better than it', () => {
  for (let seed = 1; seed <= 12; seed++) {
    const random = seededRandom(seed)
    // Heads of four machines; a dearer rung is worth more and may ask for another machine.
    const heads = Array.from({ length: 8 }, (_, i) => `head-${i}`)
    const machine = (head: string) => Number(head.slice(5)) >> 1
    const items: Item[] = Array.from({ length: 24 }, (_, i) => ({
      id: `item-${i}`,
      options: [0, 1, 2].map((rung) => ({
        rung,
        minutes: rung * (2 + 10 * random()),
        value: rung * (1 + 5 * random()),
        uses: rung === 0 ? [] : [heads[Math.floor(8 * random())]!],
      })),
    }))
    const setUp = (uses: readonly string[]) => 12 * new Set(uses.map(machine)).size
    const related = (a: string, b: string) => machine(a) === machine(b)
    const [exact, many] = [frontier(items, setUp, related), frontierOfMany(items, setUp, related)]
    const best = (points: typeof exact, minutes: number) =>
      Math.max(...points.filter((p) => p.minutes <= minutes + 1e-9).map((p) => p.value))
    for (const minutes of [60, 90, 120, 180, 240]) {
      expect(best(many, minutes)).toBeLessThanOrEqual(best(exact, minutes) + 1e-9)
      expect(best(many, minutes)).toBeGreaterThan(0.99 * best(exact, minutes))
    }
    for (const { minutes, value, rungs } of many.filter((_, i) => i % 50 === 0)) {
      const chosen = items.map((item) => item.options.find((o) => o.rung === rungs[item.id])!)
      const paid = setUp(chosen.flatMap((o) => o.uses)) + chosen.reduce((sum, o) => sum + o.minutes, 0)
      expect(minutes).toBeCloseTo(paid, 6)
      expect(value).toBeCloseTo(
        chosen.reduce((sum, o) => sum + o.value, 0),
        6,
      )
    }
  }
})
