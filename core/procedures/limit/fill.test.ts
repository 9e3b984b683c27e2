import { describe, expect, it } from 'vitest'
import { filled } from './fill.ts'
import type { Importance, Weighed } from './importance.ts'

const item = (id: string, importance: Importance, minutes: number, value: number): Weighed => ({
  id,
  importance,
  least: 0.5,
  options: [
    { rung: 0, minutes: 0, value: 0, uses: [] },
    { rung: 2, minutes, value, uses: [] },
  ],
})
const nothing = (items: readonly Weighed[]) => ({
  minutes: 0,
  value: 0,
  rungs: Object.fromEntries(items.map(({ id }) => [id, 0])),
})
/** Fits so many minutes of hands, of which the vacuum may have so many: a planner in two sums. */
const within =
  (hands: number, vacuum: number, vacuumed: readonly string[], asked: { n: number }, all: readonly Weighed[]) =>
  ({ rungs }: { rungs: Readonly<Record<string, number>> }) => {
    asked.n++
    const minutesOf = (some: readonly Weighed[]) =>
      some.reduce((sum, { id, options }) => sum + options.find((o) => o.rung === rungs[id])!.minutes, 0)
    const taken = minutesOf(all)
    const fits = taken <= hands && minutesOf(all.filter(({ id }) => vacuumed.includes(id))) <= vacuum
    return fits ? hands - taken : undefined
  }

describe('what still fits beside a choice', () => {
  const items = [
    item('seats', 'must', 12, 1000),
    item('carpet', 'must', 12, 900),
    item('windscreen', 'must', 4, 800),
    item('console', 'should', 6, 60),
    item('doors', 'should', 6, 50),
    item('jamb', 'extra', 2, 40),
  ]
  it('one vacuums, the other has time for what needs no vacuum: what must be done first, nothing extra while some of it is out', () => {
    const asked = { n: 0 }
    const best = filled(items, nothing(items), within(30, 12, ['seats', 'carpet'], asked, items))
    expect(best.rungs).toEqual({ seats: 2, carpet: 0, windscreen: 2, console: 2, doors: 2, jamb: 0 })
    expect(best).toMatchObject({ minutes: 28, value: 1910 })
    expect(asked.n).toBeLessThan(16)
  })
  it('where all that must be done is worked, the rest goes by what it gains in a minute, extras too', () => {
    const from = { minutes: 28, value: 2700, rungs: { ...nothing(items).rungs, seats: 2, carpet: 2, windscreen: 2 } }
    const best = filled(items, from, within(36, 24, ['seats', 'carpet'], { n: 0 }, items))
    expect(best.rungs).toMatchObject({ console: 2, jamb: 2, doors: 0 })
  })
  it('where the hands have no minute left nothing is asked for but the choice itself', () => {
    const asked = { n: 0 }
    expect(filled(items, nothing(items), within(0, 0, [], asked, items)).rungs).toEqual(nothing(items).rungs)
    expect(asked.n).toBe(1)
  })
  it('what cannot be left out is not added, and it ends after two dozen tries', () => {
    const sold = { ...item('mat', 'must', 5, 10), options: [{ rung: 1, minutes: 5, value: 10, uses: [] }] }
    const many = Array.from({ length: 200 }, (_, i) => item(`i${i}`, 'should', 1, 200 - i))
    const asked = { n: 0 }
    const none = () => {
      asked.n++
      return asked.n === 1 ? 100 : undefined
    }
    const from = { ...nothing(many), rungs: { ...nothing(many).rungs, mat: 1 } }
    expect(filled([sold, ...many], from, none).rungs).toEqual(from.rungs)
    expect(asked.n).toBe(25)
  })
})
