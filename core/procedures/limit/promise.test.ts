import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { levelFigures } from './levels.ts'
import { waysToMeet } from './promise.ts'

const clock = (finish: string, crew: number) =>
  levelFigures(soiled(3), crew, catalogue).find((l) => l.id === finish)!.clock
const planned = { crew: 1, finish: 'standard' }

it('a promise one person cannot keep: more hands at the same finish first, then what dries sooner, then a finish that does less', () => {
  const two = clock('standard', 2)
  const ways = waysToMeet(soiled(3), planned, two, catalogue)
  expect(ways[0]).toEqual({ finish: 'standard', crew: 2, clock: two })
  expect(ways.at(-1)).toMatchObject({ finish: 'trade', crew: clock('trade', 1) <= two ? 1 : 2 })
  for (const way of ways) expect(way.clock).toBeLessThanOrEqual(two)
  for (const way of ways.slice(1, -1)) expect(way).toMatchObject({ ...planned, surfaces: expect.any(Number) })
})
it('nothing is offered that would be late too, and no finish that does more', () => {
  expect(waysToMeet(soiled(3), planned, 20, catalogue)).toEqual([])
  const all = waysToMeet(soiled(3), planned, 5_000, catalogue)
  expect([...new Set(all.map((w) => w.finish))]).toEqual(['standard', 'trade'])
})
it('a severe car in damp air without a blower: a drier way saves the clock, the heat cycle only where it is allowed, and both say what they cost', () => {
  const damp = {
    ...soiled(4),
    outside: { temperature: 9, humidity: 0.85 },
    equipment: catalogue.equipment.map((e) => e.id).filter((id) => id !== 'drying-blower'),
  }
  const judgedBy = { crew: 2, finish: 'standard' }
  const asIs = levelFigures(damp, 2, catalogue).find((l) => l.id === 'standard')!.clock
  const ways = waysToMeet(damp, judgedBy, asIs - 1, catalogue).filter((w) => w.rungs || w.air)
  expect(ways.some((w) => w.air)).toBe(false)
  const [low] = ways.filter((w) => w.rungs)
  // Extraction leaves 230 g/m² and more, low moisture 80 to 95: it is hours sooner, and takes fewer hands.
  expect(low!.clock).toBeLessThan(asIs - 240)
  expect(low!.costs).toBeLessThan(0)
  expect(low!.surfaces).toBeGreaterThan(3)
  const allowed = { ...damp, checkIn: { ...damp.checkIn, permissions: { 'engine-heat': true } } }
  const heat = waysToMeet(allowed, judgedBy, asIs - 1, catalogue).find((w) => w.air === 'heat')!
  expect(heat.clock).toBeLessThan(asIs)
  // One person stays in sight of it for three quarters of an hour.
  expect(heat.costs).toBe(45)
}, 60_000)
