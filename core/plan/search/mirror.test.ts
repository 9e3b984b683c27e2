import { expect, it } from 'vitest'
import { compile } from '#core/plan/problem/problem.ts'
import { seededRandom } from '#core/units/random.ts'
import { hiddenFeasible } from '../../../tests/support/plan-problems.ts'
import { mirrored } from './mirror.ts'

it('a day turned round twice is the day it was, and turned once its shifts, pins and links lie the other way', () => {
  const random = seededRandom(4)
  for (let i = 0; i < 20; i++) {
    const problem = compile(hiddenFeasible(random))
    const back = mirrored(problem, 1000)
    const again = mirrored(back, 1000)
    expect(again.people).toEqual(problem.people)
    expect(again.links).toEqual(problem.links)
    expect([...again.pins]).toEqual([...problem.pins])
    expect(again.topological).toEqual(problem.topological)
    problem.people.forEach(({ shifts }, p) => {
      const [first] = shifts
      expect(back.people[p]!.shifts.at(-1)).toEqual([1000 - first![1], 1000 - first![0]])
    })
    for (const act of back.acts) for (const link of act.into) expect(link.to).toBe(act.index)
    const place = new Map(back.topological.map((a, n) => [a, n]))
    for (const { from, to } of back.links) expect(place.get(from)!).toBeLessThan(place.get(to)!)
  }
})
