import { describe, expect, it } from 'vitest'
import { plan } from '#core/plan/plan.ts'
import { componentsOf } from '#core/plan/problem/components.ts'
import { overtakings } from '#core/plan/problem/overtaking.ts'
import { compile } from '#core/plan/problem/problem.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { hiddenFeasible } from '../../../tests/support/plan-problems.ts'

/**
 * The press follows the cut within forty minutes, and waits for the paint; cut and paint need the same door. What is tied comes to the table
 * when the paint stands there, so that the paint is always placed first: then the cut, and the long drying after it, begin half an hour late.
 */
const day: PlanRequest = {
  technicians: ['ana', 'ben'].map((id) => ({ id, shifts: [[0, 300]] })),
  jobs: [{ id: 'j' }],
  activities: [
    { id: 'cut', job: 'j', minutes: 10, zones: ['door'] },
    { id: 'paint', job: 'j', minutes: 30, zones: ['door'] },
    { id: 'press', job: 'j', minutes: 10 },
    { id: 'dry', job: 'j', minutes: 40, crew: 0 },
  ],
  links: [
    { from: 'cut', to: 'press', maxLag: 40 },
    { from: 'paint', to: 'press' },
    { from: 'cut', to: 'dry' },
  ],
}
const at = (request: PlanRequest, id: string) => plan(request).assignments.find(({ activity }) => activity === id)!

describe('what no order of the table turns round', () => {
  const problem = compile(day)
  const named = overtakings(problem, componentsOf(problem)).map(({ ahead, behind }) => [
    problem.acts[ahead]!.id,
    problem.acts[behind]!.id,
  ])
  it('is what only the last of the tied waits for, before the first of them', () => {
    expect(named).toEqual([['paint', 'cut']])
  })
  it('is nothing where they need not come one after the other: another door, and hands that none can do both with', () => {
    const apart = structuredClone(day)
    apart.activities[1] = { id: 'paint', job: 'j', minutes: 30, crew: 0, zones: ['hood'] }
    const other = compile(apart)
    expect(overtakings(other, componentsOf(other))).toEqual([])
  })
  it('is nothing where the first waits for it too', () => {
    const after = compile({ ...day, links: [...day.links!, { from: 'paint', to: 'cut' }] })
    expect(overtakings(after, componentsOf(after))).toEqual([])
  })
  it('is found by the search all the same: the paint gives way, and the day ends half an hour sooner', () => {
    // By hand: cut 0 to 10, paint 10 to 40, press 40 to 50, dry 10 to 50.
    expect(plan({ ...day, iterations: 1 }).objective.makespan).toBe(80)
    const found = plan({ ...day, iterations: 120 })
    expect(found.objective.makespan).toBe(50)
    expect(at({ ...day, iterations: 120 }, 'paint').start).toBe(10)
  })
})

describe('fewer people on a car', () => {
  it('are found where one of them can do all of it in the same time', () => {
    // Four steps one after the other: by one, whoever begins.
    const row: PlanRequest = {
      technicians: ['ana', 'ben', 'cleo', 'dan'].map((id, i) => ({
        id,
        skills: i === 3 ? ['a', 'b', 'c'] : [['a'], ['b'], ['c']][i]!,
        shifts: [[0, 300]],
      })),
      jobs: [{ id: 'j' }],
      activities: ['a', 'b', 'c'].map((skill) => ({ id: skill, job: 'j', minutes: 20, skill })),
      links: [
        { from: 'a', to: 'b' },
        { from: 'b', to: 'c' },
      ],
      iterations: 300,
    }
    expect(plan(row).objective).toMatchObject({ makespan: 60, handovers: 0 })
    expect(at(row, 'a').technicians).toEqual(['dan'])
  })
  it('are found where every car’s people have to change for it', () => {
    // Proved by a solver: three hand-overs will do, but only with one person for each of two cars, whom plans with four have elsewhere.
    const day = hiddenFeasible(seededRandom(82))
    const found = [1, 2, 3, 4].map((seed) => plan({ ...day, seed, iterations: 3000 }).objective)
    expect(found.map((o) => o.makespan)).toEqual([96, 96, 96, 96])
    expect(Math.min(...found.map((o) => o.handovers))).toBe(3)
  })
})
