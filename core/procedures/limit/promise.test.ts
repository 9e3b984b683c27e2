import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { levelFigures } from './levels.ts'
import { waysToMeet } from './promise.ts'

const clock = (finish: string, crew: number) =>
  levelFigures(soiled(3), crew, catalogue).find((l) => l.id === finish)!.clock
const planned = { crew: 1, finish: 'standard' }

it('a promise one person cannot keep: more hands at the same finish first, then a finish that does less with the fewest hands', () => {
  const two = clock('standard', 2)
  const ways = waysToMeet(soiled(3), planned, two, catalogue)
  expect(ways[0]).toEqual({ finish: 'standard', crew: 2, clock: two })
  expect(ways[1]).toMatchObject({ finish: 'trade', crew: clock('trade', 1) <= two ? 1 : 2 })
  expect(ways).toHaveLength(2)
  for (const way of ways) expect(way.clock).toBeLessThanOrEqual(two)
})
it('nothing is offered that would be late too, and no finish that does more', () => {
  expect(waysToMeet(soiled(3), planned, 20, catalogue)).toEqual([])
  const all = waysToMeet(soiled(3), planned, 5_000, catalogue)
  expect(all.map((w) => w.finish)).toEqual(['standard', 'trade'])
})
