import { describe, expect, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { pressedDay } from '../../bin/bench/plan-days.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { hiddenFeasible } from '../../tests/support/plan-problems.ts'
import { share } from '../../tests/support/share.ts'
import { plan } from './plan.ts'
import { compile } from './problem/problem.ts'
import type { PlanAnswer, PlanRequest } from './schema.ts'
import { Search } from './search/search.ts'

const people = (...ids: string[]) => ids.map((id) => ({ id, skills: [], shifts: [[0, 480]] as [number, number][] }))
/** Steps of a car one after the other, of so many minutes each. */
const car = (job: string, minutes: readonly number[]) => ({
  activities: minutes.map((m, i) => ({ id: `${job}/${i}`, job, minutes: m, crew: 1 })),
  links: minutes.slice(1).map((_, i) => ({ from: `${job}/${i}`, to: `${job}/${i + 1}` })),
})
const day = (cars: readonly ReturnType<typeof car>[], change: Partial<PlanRequest>): PlanRequest => ({
  technicians: people('ana', 'ben'),
  jobs: cars.map((c) => ({ id: c.activities[0]!.job })),
  activities: cars.flatMap((c) => c.activities),
  links: cars.flatMap((c) => c.links),
  goingOver: 3,
  iterations: 60,
  ...change,
})
const at = (answer: PlanAnswer, id: string) => answer.assignments.find((a) => a.activity === id)!
/** How often people begin at a car: once each, and once more for every time they go over. */
function staysOf({ assignments }: PlanAnswer, jobOf: (activity: string) => string): number {
  const last = new Map<string, string>()
  let stays = 0
  for (const { activity, technicians } of assignments)
    for (const person of technicians) {
      if (last.get(person) !== jobOf(activity)) stays++
      last.set(person, jobOf(activity))
    }
  return stays
}
const jobOf = (activity: string) => activity.split('/')[0]!

describe('going over to another car takes minutes', () => {
  it('two people and two cars: each does one of them, from its first step to its last', () => {
    const request = day([car('a', [5, 5, 5, 5]), car('b', [5, 5, 5, 5])], {})
    const answer = plan(request)
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect(answer.objective).toMatchObject({ makespan: 20, handovers: 0 })
    expect(staysOf(answer, jobOf)).toBe(2)
  })

  it('somebody alone goes over while a car dries for long, and has the way there and back', () => {
    const drying = { id: 'a/dry', job: 'a', minutes: 30, crew: 0 }
    const wet = car('a', [10])
    const after = { id: 'a/after', job: 'a', minutes: 10, crew: 1 }
    const request = day([wet, car('b', [20])], {
      technicians: people('ana'),
      activities: [...wet.activities, drying, after, ...car('b', [20]).activities],
      links: [
        { from: 'a/0', to: 'a/dry', minLag: 0, maxLag: 0 },
        { from: 'a/dry', to: 'a/after' },
      ],
    })
    const answer = plan(request)
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect([at(answer, 'a/0').start, at(answer, 'b/0').start, at(answer, 'a/after').start]).toEqual([0, 13, 40])
  })

  it('and stays where going there and back would take longer than the wait', () => {
    const wet = car('a', [10])
    const request = day([wet], {
      technicians: people('ana'),
      jobs: [{ id: 'a', due: 24 }, { id: 'b' }],
      activities: [
        ...wet.activities,
        { id: 'a/dry', job: 'a', minutes: 4, crew: 0 },
        { id: 'a/after', job: 'a', minutes: 10, crew: 1 },
        ...car('b', [4]).activities,
      ],
      links: [
        { from: 'a/0', to: 'a/dry', minLag: 0, maxLag: 0 },
        { from: 'a/dry', to: 'a/after' },
      ],
    })
    const answer = plan(request)
    expect(answer.objective).toMatchObject({ weightedTardiness: 0, makespan: 31 })
    expect([at(answer, 'a/after').start, at(answer, 'b/0').start]).toEqual([14, 27])
  })

  it('nobody goes over for an end of the day that is sooner by less than the way takes', () => {
    // Ana could be at the second car from 19 to 23: a minute sooner than Ben alone, for three minutes' way.
    const second = { ...car('b', [20, 4]), links: [] }
    const answer = plan(day([car('a', [16]), second], {}))
    expect(answer.objective).toEqual({ weightedTardiness: 0, makespan: 24, handovers: 0 })
    // With six minutes left to do there it is 25 instead of 30.
    const longer = plan(day([car('a', [16]), { ...car('b', [20, 6, 4]), links: [] }], {}))
    expect(longer.objective).toEqual({ weightedTardiness: 0, makespan: 25, handovers: 1 })
  })

  it('whoever has just ended something goes over first; what is fixed need not keep to it', () => {
    const request = day([car('a', [10]), car('b', [10]), car('c', [10])], {
      technicians: people('ana'),
      fixed: [
        { activity: 'a/0', start: 0, end: 20, technicians: ['ana'] },
        { activity: 'b/0', start: 20, technicians: ['ana'] },
      ],
      now: 20,
    })
    const answer = plan(request)
    expect(answer.warnings).toEqual([])
    expect(at(answer, 'c/0').start).toBe(33)
  })

  it('between sites the way is never shorter than going over', () => {
    const request = day([car('a', [10]), car('b', [10]), car('c', [10])], {
      technicians: people('ana'),
      jobs: [
        { id: 'a', site: 'yard' },
        { id: 'b', site: 'quay' },
        { id: 'c', site: 'quay' },
      ],
      sites: { travel: [{ from: 'yard', to: 'quay', minutes: 15 }] },
    })
    const answer = plan(request)
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect(answer.objective.makespan).toBe(30 + 15 + 3)
  })
})

it('random days keep every rule, by a checker that shares no code, and are the same for the same seed', () => {
  const random = seededRandom(77)
  let whole = 0
  const days = share(1000)
  for (let i = 0; i < days; i++) {
    const request = { ...hiddenFeasible(random), goingOver: 1 + Math.floor(6 * random()), iterations: 25, seed: i }
    const answer = plan(request)
    expect(faultsOfPlan(request, answer), `day ${i}`).toEqual([])
    if (answer.unscheduled.length === 0) whole++
    if (i % 10 === 0) expect(JSON.stringify(plan(request)), `day ${i}`).toBe(JSON.stringify(answer))
    if (answer.unscheduled.length === 0 && i % 3 === 0)
      expect(plan({ ...request, previous: answer.assignments }).assignments, `day ${i}`).toEqual(answer.assignments)
  }
  // The hidden days were made without going over: a few hands have no room for it.
  expect(whole).toBeGreaterThan(0.8 * days)
})

it('a day that will be too late is given up, and one that will not is built as it would be', () => {
  const problem = compile({ ...pressedDay(3), goingOver: 3 })
  const search = new Search(problem, 1)
  const order = search.firstOrder()
  const whole = search.build(order)
  const late = whole.score[1]
  expect(late).toBeGreaterThan(100)
  expect(search.byStays(order.stays!, undefined, late)).toMatchObject({
    score: whole.score,
    board: { placed: whole.board.placed },
  })
  const givenUp = search.byStays(order.stays!, undefined, late / 2)
  expect(givenUp.score[0]).toBeGreaterThan(whole.score[0])
  expect(givenUp.failed.size).toBe(problem.acts.filter((a) => !givenUp.board.placed[a.index]).length)
})

it('on a day of twelve cars people stay: some four stays a car where there were seventeen', () => {
  const request = { ...pressedDay(2), goingOver: 3, iterations: 40 }
  const answer = plan(request)
  expect(faultsOfPlan(request, answer)).toEqual([])
  expect(answer.unscheduled).toEqual([])
  const stays = staysOf(answer, (id) => request.activities.find((a) => a.id === id)!.job)
  expect(stays).toBeLessThan(12 * 6.5)
  // Later than by slivers for nothing (some 30 weighted minutes), but no day that nobody could promise.
  expect(answer.objective.weightedTardiness).toBeLessThan(600)
})
