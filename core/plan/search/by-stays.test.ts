import { describe, expect, it } from 'vitest'
import { compile } from '#core/plan/problem/problem.ts'
import type { PlanRequest } from '#core/plan/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { pressedDay } from '../../../bin/bench/plan-days.ts'
import { hiddenFeasible } from '../../../tests/support/plan-problems.ts'
import { forkBy } from './by-stays.ts'
import { Search, type Solution } from './search.ts'
import { otherStays, type Stays, Turns } from './stays.ts'

const stays = (turn: readonly number[], change: Partial<Stays> = {}): Stays => ({
  turn: Float64Array.from(turn),
  changes: [],
  notNow: [],
  hands: new Int32Array(turn.length).fill(1),
  patience: 0,
  ahead: 0,
  ...change,
})
/** Cars of one step each, of so many minutes. */
const cars = (minutes: readonly number[], people: readonly string[]): PlanRequest => ({
  technicians: people.map((id) => ({ id, skills: [], shifts: [[0, 480]] })),
  jobs: minutes.map((_, j) => ({ id: `j${j}` })),
  activities: minutes.map((m, j) => ({ id: `j${j}/a`, job: `j${j}`, minutes: m, crew: 1 })),
  goingOver: 3,
})
/** All of a plan that could be another. */
const all = ({ board, score, failed }: Solution) => ({ placed: board.placed, score, failed: [...failed].sort() })
const starts = ({ board }: Solution) => board.placed.map((at) => [at!.start, ...at!.people])

describe('whose turn it is', () => {
  const open = [0, 1, 2].map((job) => ({ job, hands: 0 }))

  it('the smallest turn goes first, of equals the first car; where enough are at one, the next', () => {
    expect(new Turns(stays([20, 10, 10])).first(0, 0, open)).toBe(1)
    expect(new Turns(stays([20, 10, 10])).first(0, 0, [open[0]!, { job: 1, hands: 1 }, open[2]!])).toBe(2)
    expect(new Turns(stays([20, 10, 10])).first(0, 0, [{ job: 1, hands: 1 }])).toBe(-1)
  })

  it('changes from a moment on, for one person or for everybody', () => {
    const changes = [
      { from: 60, job: 0, who: 1, by: 15 },
      { from: 90, job: 2, who: -1, by: 5 },
    ]
    const turns = new Turns(stays([20, 10, 10], { changes }))
    expect([turns.first(59, 0, open), turns.first(59, 1, open)]).toEqual([1, 1])
    expect([turns.first(60, 0, open), turns.first(60, 1, open)]).toEqual([1, 0])
    // For the second person: 20 − 15 and 10 − 5 are the same.
    expect([turns.first(90, 0, open), turns.first(90, 1, open)]).toEqual([2, 0])
  })
})

it('somebody does not go to a car for a while, though it is its turn', () => {
  const open = [0, 1].map((job) => ({ job, hands: 0 }))
  const turns = new Turns(stays([1, 2], { notNow: [{ from: 10, until: 30, job: 0, who: 1 }] }))
  expect([9, 10, 29, 30].map((moment) => turns.first(moment, 1, open))).toEqual([0, 1, 1, 0])
  expect(new Turns(stays([1, 2], { notNow: [{ from: 0, until: 9, job: 0, who: 0 }] })).first(5, 0, [open[0]!])).toBe(-1)
})

it('a car of which something found no room is helped before one that is late', () => {
  const problem = compile({ ...cars([60, 60, 60], ['ana']), jobs: [{ id: 'j0', due: 10 }, { id: 'j1' }, { id: 'j2' }] })
  const search = new Search(problem, 1)
  const now = search.firstOrder().stays!
  const plan = search.byStays(now)
  const random = seededRandom(9)
  const helped = (leftOver: readonly number[], job: number) => {
    const changes = Array.from({ length: 300 }, () => otherStays(now, problem, plan, leftOver, random).changes).flat()
    return changes.filter((c) => c.job === job && c.by > 0).length / changes.length
  }
  // Three changes in five help somebody, a third of the others any car; late is the first, the last ends the day.
  expect(helped([], 1)).toBeLessThan(0.2)
  expect(helped([1], 1)).toBeGreaterThan(0.55)
})

describe('a day that is another one from a fork on', () => {
  // One after the other by turn: 0 to 10, 13 to 23, 26 to 36.
  const search = new Search(compile(cars([10, 10, 10], ['ana'])), 1)
  const turn = [1, 2, 3]
  const { day } = search.byStays(stays(turn))
  const changed = (from: number, job: number) => stays(turn, { changes: [{ from, job, who: 0, by: 5 }] })

  it('is told from which of them on; what is asked for after the last choice changes nothing', () => {
    // At 0 there are three cars to choose from, at 10 two, at 23 one.
    expect(forkBy(day!, changed(0, 2))).toBe(0)
    expect(forkBy(day!, changed(5, 2))).toBe(1)
    expect(forkBy(day!, changed(20, 2))).toBeUndefined()
    expect(forkBy(day!, changed(5, 1))).toBeUndefined()
  })

  it('begins as it was', () => {
    const next = changed(5, 2)
    expect(starts(search.byStays(next, { day: day!, fork: 1 }))).toEqual([
      [0, 0],
      [26, 0],
      [13, 0],
    ])
  })

  it('is what it would be were all of it built, on busy and on random days', () => {
    const random = seededRandom(5)
    const days: PlanRequest[] = [{ ...pressedDay(1), goingOver: 3 }]
    for (let i = 0; i < 25; i++) days.push({ ...hiddenFeasible(random), goingOver: 1 + (i % 5) })
    const seen = { same: 0, other: 0 }
    for (const request of days) {
      const problem = compile(request)
      const built = new Search(problem, 1)
      let now = built.firstOrder().stays!
      let plan = built.byStays(now)
      for (let n = 0; n < 25; n++) {
        const next = otherStays(now, problem, plan, [], random)
        const fork = forkBy(plan.day!, next)
        const whole = built.byStays(next)
        const like = fork === undefined ? plan : built.byStays(next, { day: plan.day!, fork })
        expect(all(like)).toEqual(all(whole))
        seen[fork === undefined ? 'same' : 'other']++
        if (n % 3 === 0) [now, plan] = [next, like]
      }
    }
    expect(Math.min(seen.same, seen.other)).toBeGreaterThan(50)
  })
})
