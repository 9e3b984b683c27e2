import { expect, it } from 'vitest'
import { seededRandom } from '#core/units/random.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { hiddenFeasible } from '../../tests/support/plan-problems.ts'
import { plan } from './plan.ts'
import type { PlanRequest } from './schema.ts'

const day: PlanRequest = {
  technicians: ['ana', 'ben'].map((id) => ({ id, skills: ['extract'], shifts: [[0, 480]] })),
  equipment: [{ id: 'extractor', count: 1 }],
  jobs: [
    { id: 'j1', due: 200 },
    { id: 'j2', due: 200 },
  ],
  activities: ['j1', 'j2'].flatMap((job) => [
    { id: `${job}/vacuum`, job, minutes: 30, crew: 1, zones: ['front'] },
    { id: `${job}/extract`, job, minutes: 40, crew: 1, skill: 'extract', equipment: ['extractor'], zones: ['front'] },
    { id: `${job}/glass`, job, minutes: 20, crew: 1, zones: ['glass'] },
  ]),
  links: ['j1', 'j2'].flatMap((job) => [
    { from: `${job}/vacuum`, to: `${job}/extract` },
    { from: `${job}/extract`, to: `${job}/glass` },
  ]),
  iterations: 60,
}
const first = plan(day)
const at = (answer: typeof first, id: string) => answer.assignments.find((a) => a.activity === id)!
/** The day as it is when something has begun, with the plan people go by. */
const goingOn = (change: Partial<PlanRequest>): PlanRequest => ({ ...day, previous: first.assignments, ...change })

it('nothing happened: the identical plan, in random days too', () => {
  expect(plan(goingOn({})).assignments).toEqual(first.assignments)
  const random = seededRandom(12)
  let compared = 0
  for (let i = 0; i < 60; i++) {
    const request = { ...hiddenFeasible(random), iterations: 40 }
    const made = plan(request)
    if (made.unscheduled.length > 0) continue
    compared++
    expect(plan({ ...request, previous: made.assignments }).assignments, `day ${i}`).toEqual(made.assignments)
  }
  expect(compared).toBeGreaterThan(40)
})

it('five minutes over, where there is slack: only what waits for it moves, and nobody changes', () => {
  const [begun, ...others] = first.assignments.filter((a) => a.start < 10)
  const late = goingOn({ now: 10, fixed: [{ ...begun!, end: begun!.end + 5 }, ...others] })
  const answer = plan(late)
  expect(faultsOfPlan(late, answer)).toEqual([])
  expect(answer.objective.weightedTardiness).toBe(0)
  for (const a of answer.assignments) {
    const before = at(first, a.activity)
    expect(a.technicians, a.activity).toEqual(before.technicians)
    expect(a.start - before.start, a.activity).toBeGreaterThanOrEqual(0)
    expect(a.start - before.start, a.activity).toBeLessThanOrEqual(5)
  }
})

it('somebody is away from now on: what they had goes to others, what others had stays theirs', () => {
  const away = goingOn({
    technicians: day.technicians.map((t) => (t.id === 'ben' ? { ...t, shifts: [[0, 45]] as [number, number][] } : t)),
    now: 45,
    fixed: first.assignments.filter((a) => a.start < 45),
  })
  const answer = plan(away)
  expect(faultsOfPlan(away, answer)).toEqual([])
  expect(answer.unscheduled).toEqual([])
  for (const a of answer.assignments) {
    if (a.start >= 45) expect(a.technicians).toEqual(['ana'])
  }
})

it('a car that walks in finds room beside what is planned', () => {
  const more: PlanRequest = goingOn({
    jobs: [...day.jobs, { id: 'j3' }],
    activities: [...day.activities, { id: 'j3/tidy', job: 'j3', minutes: 25, crew: 1, zones: ['front'] }],
  })
  const answer = plan(more)
  expect(faultsOfPlan(more, answer)).toEqual([])
  for (const before of first.assignments) expect(at(answer, before.activity)).toEqual(before)
  expect(at(answer, 'j3/tidy')).toBeDefined()
})

it('an empty day, and one of which all has happened, are planned as they are', () => {
  const empty = plan({ technicians: day.technicians, jobs: [], activities: [], iterations: 60 })
  expect(empty.assignments).toEqual([])
  expect(plan({ technicians: [], jobs: [], activities: [], iterations: 60 }).objective.makespan).toBe(0)
  const over = plan(goingOn({ now: 400, fixed: first.assignments }))
  expect(over.assignments).toEqual(first.assignments)
  // Nobody is there: everything is told as not planned, and nothing breaks on the way.
  const nobody = plan({ ...day, technicians: [] })
  expect(nobody.unscheduled).toHaveLength(6)
})

it('what would be late now is looked for again, and what was planned and is no more is passed over', () => {
  // One person does both cars, one after the other; then the first car's vacuum takes twice as long.
  let clock = 0
  const oneAfterTheOther = first.assignments
    .toSorted((a, b) => (a.activity < b.activity ? -1 : 1))
    .toSorted((a, b) => order(a.activity) - order(b.activity))
    .map((a) => {
      const start = clock
      clock += a.end - a.start
      return { ...a, start, end: clock, technicians: ['ana'] }
    })
  const [vacuum] = oneAfterTheOther
  const late = goingOn({
    previous: [...oneAfterTheOther, { activity: 'j9/gone', start: 0, end: 10, technicians: ['ana', 'nobody'] }],
    now: 60,
    fixed: [{ ...vacuum!, end: 60 }],
  })
  const answer = plan(late)
  expect(faultsOfPlan(late, answer)).toEqual([])
  // By hand: j1 extracts 60–100 while the other vacuums 60–90, j2 extracts 100–140: both are ready by 160.
  expect(answer.objective.weightedTardiness).toBe(0)
  const asItWas = plan({ ...late, technicians: late.technicians.filter((t) => t.id === 'ana') })
  expect(asItWas.objective.weightedTardiness).toBeGreaterThan(0)
})

const order = (activity: string) =>
  ['vacuum', 'extract', 'glass'].indexOf(activity.slice(3)) + (activity < 'j2' ? 0 : 3)
