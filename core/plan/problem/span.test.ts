import { describe, expect, it } from 'vitest'
import { plan } from '#core/plan/plan.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { compile } from './problem.ts'

type Step = { id: string; minutes: number; zones?: string[]; crew?: number; skill?: string }
const day = (steps: readonly Step[], { people = 3, crewLimit }: { people?: number; crewLimit?: number } = {}) =>
  compile({
    technicians: Array.from({ length: people }, (_, i) => ({ id: `t${i}`, shifts: [[0, 600]] })),
    jobs: [{ id: 'a', ...(crewLimit ? { crewLimit } : {}) }],
    activities: steps.map((s) => ({ job: 'a', ...s })),
    links: [{ from: 'one', to: 'two', minLag: 5 }],
    seed: 1,
  } satisfies PlanRequest).jobs[0]!.span

describe('the least a car takes', () => {
  const [one, two] = [
    { id: 'one', minutes: 10 },
    { id: 'two', minutes: 20 },
  ]
  it('is its longest path, with what must dry between', () => expect(day([one, two])).toBe(35))
  it('is what one place of it takes, if that is more', () => {
    const at = (id: string, minutes: number) => ({ id, minutes, zones: ['front'] })
    expect(day([at('one', 10), two, at('three', 15), at('four', 15)])).toBe(40)
  })
  it('is all of it by as many hands as may be on it, if that is more', () => {
    expect(day([one, two, { id: 'three', minutes: 60 }], { crewLimit: 1 })).toBe(90)
    expect(day([one, two, { id: 'three', minutes: 60 }], { people: 2, crewLimit: 4 })).toBe(60)
  })
  it('does not count what nobody can do', () =>
    expect(day([one, two, { id: 'three', minutes: 60, skill: 'leather' }])).toBe(35))
})

it('a car is not begun in a bay that another needs before it can leave', () => {
  const request: PlanRequest = {
    technicians: [{ id: 't', shifts: [[0, 200]] }],
    equipment: [{ id: 'bay', count: 1 }],
    jobs: [
      { id: 'waits', holds: ['bay'], due: 300 },
      { id: 'urgent', holds: ['bay'], release: 20, due: 30, weight: 2 },
    ],
    activities: [
      { id: 'w1', job: 'waits', minutes: 15, zones: ['front'] },
      { id: 'w2', job: 'waits', minutes: 15, zones: ['front'] },
      { id: 'u', job: 'urgent', minutes: 10 },
    ],
    links: [{ from: 'w1', to: 'w2' }],
    seed: 1,
    iterations: 0,
  }
  const { assignments, objective } = plan(request)
  expect(objective.weightedTardiness).toBe(0)
  const start = (id: string) => assignments.find((a) => a.activity === id)!.start
  expect([start('u'), start('w1'), start('w2')]).toEqual([20, 30, 45])
})

it('where cars take turns, one that waits for something of another comes after it, however urgent', () => {
  const request: PlanRequest = {
    technicians: [{ id: 't', shifts: [[0, 200]] }],
    equipment: [{ id: 'bay', count: 1 }],
    jobs: [
      { id: 'first', holds: ['bay'] },
      { id: 'urgent', holds: ['bay'], due: 10 },
    ],
    activities: [
      { id: 'f1', job: 'first', minutes: 15 },
      { id: 'f2', job: 'first', minutes: 15 },
      { id: 'u', job: 'urgent', minutes: 10 },
    ],
    links: [{ from: 'f1', to: 'u' }],
    seed: 1,
    iterations: 0,
  }
  const { assignments, unscheduled } = plan(request)
  expect(unscheduled).toEqual([])
  expect(assignments.find((a) => a.activity === 'u')!.start).toBe(30)
})
