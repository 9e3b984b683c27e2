import { describe, expect, test } from 'vitest'
import { compile } from '#core/plan/problem/problem.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { slackOf, tails } from './first-order.ts'
import { daysByTurns, flowOf } from './flow.ts'

type Car = { id: string; due?: number; release?: number; weight?: number; holds?: string[]; steps: number[] }

/** Each car a list of steps of so many minutes, any of them at any time unless a chain is asked for. */
function day(cars: readonly Car[], { people = 2, crewLimit = 2, chain = false, bays = 0 } = {}): PlanRequest {
  return {
    technicians: Array.from({ length: people }, (_, i) => ({ id: `t${i}`, skills: [], shifts: [[0, 600]] })),
    equipment: bays > 0 ? [{ id: 'bay', count: bays }] : [],
    jobs: cars.map(({ steps, ...car }) => ({ crewLimit, ...car })),
    activities: cars.flatMap(({ id, steps }) =>
      steps.map((minutes, i) => ({ id: `${id}.${i}`, job: id, minutes, crew: 1 })),
    ),
    links: chain
      ? cars.flatMap(({ id, steps }) => steps.slice(1).map((_, i) => ({ from: `${id}.${i}`, to: `${id}.${i + 1}` })))
      : [],
    seed: 1,
  }
}

const flowing = (request: PlanRequest) => {
  const problem = compile(request)
  const tail = tails(problem)
  const run = flowOf(problem, tail)
  return { run, days: () => daysByTurns(run, problem.jobs, slackOf(problem, tail), seededRandom(1)) }
}

describe('a day by turns of whole cars', () => {
  test('the first in turn gets as many hands as it may have, the next what is left', () => {
    const { run } = flowing(
      day(
        [
          { id: 'a', steps: [30, 30] },
          { id: 'b', steps: [40, 40] },
        ],
        { people: 3 },
      ),
    )
    // Two hands on a for 30 minutes, one on b; then 50 of b's 80 are left for two.
    expect(run([0, 1]).ends).toEqual([30, 55])
    expect(run([1, 0]).ends).toEqual([50, 40])
  })

  test('a car takes its longest path, however many hands there are', () => {
    const { run } = flowing(day([{ id: 'a', steps: [30, 30] }], { chain: true }))
    expect(run([0]).ends).toEqual([60])
  })

  test('nobody works before a car is there, nor when nobody is in', () => {
    const request = day([{ id: 'a', release: 50, steps: [60] }], { people: 1 })
    request.technicians[0]!.shifts = [
      [0, 80],
      [100, 600],
    ]
    expect(flowing(request).run([0]).ends).toEqual([130])
  })

  test('a bay is free when the car in it is done', () => {
    const cars = [
      { id: 'a', holds: ['bay'], steps: [60] },
      { id: 'b', holds: ['bay'], steps: [20] },
    ]
    expect(flowing(day(cars, { bays: 1 })).run([0, 1]).ends).toEqual([60, 80])
    // Both work at a for half an hour, and it lasts an hour.
    expect(flowing(day(cars, { bays: 2 })).run([0, 1]).ends).toEqual([60, 50])
  })

  test('what can never be done ends never, and the day is told all the same', () => {
    const { run } = flowing(day([{ id: 'a', due: 100, steps: [700] }], { people: 1 }))
    expect(run([0]).ends).toEqual([Number.POSITIVE_INFINITY])
    expect(run([0]).late).toBeGreaterThan(0)
  })

  test('lateness is weighted', () => {
    const cars = [
      { id: 'a', due: 40, weight: 3, steps: [60] },
      { id: 'b', due: 60, steps: [60] },
    ]
    const { run, days } = flowing(day(cars, { people: 1 }))
    expect(run([0, 1]).late).toBe(3 * 20 + 60)
    expect(run([1, 0]).late).toBe(3 * 80)
    expect(days()[0]!.late).toBe(120)
  })

  test('the days proposed are the best of all orders where few cars allow to ask for each', () => {
    const random = seededRandom(7)
    const pick = (n: number) => Math.floor(n * random())
    for (let round = 0; round < 40; round++) {
      const cars = Array.from({ length: 5 }, (_, i) => ({
        id: `c${i}`,
        release: 10 * pick(6),
        due: 60 + 20 * pick(8),
        weight: 1 + pick(3),
        steps: [20 + 10 * pick(8), 20 + 10 * pick(4)],
      }))
      const { run, days } = flowing(day(cars))
      const best = Math.min(...permutations([0, 1, 2, 3, 4]).map((turns) => run(turns).late))
      const found = days()
      expect(found[0]?.late ?? 0).toBeCloseTo(best, 6)
      expect(found.map((d) => d.late)).toEqual(found.map((d) => d.late).sort((a, b) => a - b))
    }
  })

  test('none are proposed where nobody need be late', () => {
    expect(flowing(day([{ id: 'a', due: 200, steps: [60] }])).days()).toEqual([])
  })
})

function permutations(list: readonly number[]): number[][] {
  if (list.length < 2) return [[...list]]
  return list.flatMap((head, i) => permutations(list.filter((_, k) => k !== i)).map((rest) => [head, ...rest]))
}
