import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { plan } from '#core/plan/plan.ts'
import type { PlanAnswer, PlanRequest } from '#core/plan/schema.ts'
import { jobOf } from '#core/procedures/activities.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { carA } from '../../tests/fixtures/cars.ts'
import { faultsOfPlan } from '../../tests/support/plan-checker.ts'
import { baysAmong } from './bays.ts'
import { type Day, type DayJob, dayRequest } from './day-request.ts'
import { emptyState, waiting } from './reduce.ts'
import type { WorkState } from './schema.ts'

const procedure = generateProcedure(carA(), catalogue)
const wetOutside = carA()
wetOutside.checkIn.blocks = { outside: 45 }
const rinsed = generateProcedure(wetOutside, catalogue)
const at = (minute: number) => new Date(minute * 60_000).toISOString()
const begun = (minute: number): WorkState => ({
  ...emptyState(),
  steps: {
    'walk_round:car': {
      ...waiting,
      status: 'finished',
      by: ['ana'],
      startedAt: at(minute),
      finishedAt: at(minute + 5),
    },
  },
})

function day(there: Record<string, number>, jobs: Partial<DayJob>[], now = 480): PlanRequest {
  const kit = [...catalogue.equipment.filter((e) => !e.place).map((e) => [e.id, 3] as const), ...Object.entries(there)]
  const crew = ['ana', 'ben', 'cleo', 'dan', 'eve', 'fay']
  const asked: Day = {
    people: crew.map((id) => ({ id, skills: catalogue.skills.map((s) => s.id), shifts: [[480, 2400]] })),
    equipment: kit.map(([id, count]) => ({ id, count })),
    bays: baysAmong(catalogue.equipment, Object.keys(there)),
    jobs: jobs.map((job, i) => ({ id: `car${i}`, release: 480, due: null, procedure, state: emptyState(), ...job })),
    mostPeople: 2,
    signOff: 3,
    goingOver: 3,
    now,
    minuteOf: (iso) => Date.parse(iso) / 60_000,
  }
  return { ...dayRequest(asked), iterations: 20 }
}

function stays({ assignments }: PlanAnswer): { start: number; end: number }[] {
  const jobs = [...new Set(assignments.map((a) => jobOf(a.activity)))]
  return jobs.map((job) => {
    const own = assignments.filter((a) => jobOf(a.activity) === job)
    return { start: Math.min(...own.map((a) => a.start)), end: Math.max(...own.map((a) => a.end)) }
  })
}
const atOnce = (all: { start: number; end: number }[]) =>
  Math.max(...all.map((s) => all.filter((o) => o.start <= s.start && o.end > s.start).length))

describe('bays', () => {
  it('no more cars stand inside at once than there are bays, from the first step to the last, drying with it', () => {
    const request = day({ bay: 2 }, [{}, {}, {}])
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
    expect(atOnce(stays(answer))).toBe(2)
    // The same people without a word of bays: all three at once.
    expect(atOnce(stays(plan(day({}, [{}, {}, {}]))))).toBe(3)
    expect(day({}, [{}]).jobs[0]!.holds).toBeUndefined()
  })
  it('three cars that were begun with two bays had room: what is left of them is planned all the same', () => {
    const cars = [480, 490, 500].map((minute) => ({ state: begun(minute) }))
    const request = day({ bay: 2 }, [...cars, {}], 520)
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
    // The fourth waits for one of them.
    expect(atOnce(stays(answer))).toBe(3)
  })
  it('a wash bay is held while the outside is worked, and only then', () => {
    const request = day({ 'wash-bay': 1 }, [{ procedure: rinsed }, { procedure: rinsed }])
    const wet = request.activities.filter((a) => a.equipment?.includes('wash-bay'))
    expect(wet.map((a) => a.minutes).sort()).toEqual([45, 45])
    const answer = plan(request)
    expect(answer.unscheduled).toEqual([])
    expect(faultsOfPlan(request, answer)).toEqual([])
    const [one, other] = wet.map((w) => answer.assignments.find((a) => a.activity === w.id)!)
    expect(one!.end <= other!.start || other!.end <= one!.start).toBe(true)
  })
})
