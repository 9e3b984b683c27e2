import { describe, expect, it } from 'vitest'
import { plan } from '#core/plan/plan.ts'
import { toActivities } from '#core/procedures/activities.ts'
import { clockOf } from '#core/procedures/limit/clock.ts'
import type { Procedure, ProcedureRequest } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { carA, carB, randomCar } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { share } from '../../../tests/support/share.ts'
import { speak } from '../../../words/en/speak.ts'
import { generateProcedure } from './generate.ts'
import { apportioned, wholeOf } from './parts.ts'

const made = (request: ProcedureRequest, crew?: number) =>
  generateProcedure(crew === undefined ? request : { ...request, crew }, catalogue)
const partsOf = (procedure: Procedure, id: string) => procedure.steps.filter((s) => wholeOf(s.id) === id)

describe('minutes shared out', () => {
  it.each([
    [10, [1, 1, 1], [4, 3, 3]],
    [5, [1, 1], [3, 2]],
    // 4 × 0.75 = 3 and 4 × 0.25 = 1 beside the minute each has.
    [6, [3, 1], [4, 2]],
    [4, [0, 0], [2, 2]],
  ])('%i by %j', (total, shares, parts) => expect(apportioned(total, shares)).toEqual(parts))
})

describe('a procedure for two', () => {
  const one = made(carA())
  const two = made(carA(), 2)
  const part = (id: string, zone: string) => partsOf(two, id).find((s) => s.zones.includes(zone))!

  it('is the same procedure for one who is named', () => {
    expect(made(carA(), 1)).toEqual(one)
  })
  it('shares out what spans both sides: each part in places of its own, together the whole step', () => {
    expect([part('lm:seats-1', 'seat-1l').zones, part('lm:seats-1', 'seat-1r').zones]).toEqual([
      ['seat-1l'],
      ['seat-1r'],
    ])
    expect(part('lm:seats-1', 'seat-1l').surfaces.every((id) => id.startsWith('seat-1l'))).toBe(true)
    for (const step of one.steps) {
      const parts = partsOf(two, step.id)
      const sum = (of: (s: (typeof parts)[number]) => number) => parts.reduce((total, part) => total + of(part), 0)
      expect(parts.length, step.id).toBeGreaterThan(0)
      expect(sum((s) => s.p50)).toBeCloseTo(step.p50, 9)
      expect(sum((s) => s.area)).toBeCloseTo(step.area, 9)
      expect(sum((s) => s.product?.ml ?? 0)).toBeCloseTo(step.product?.ml ?? 0, 9)
      expect(parts.flatMap((s) => s.surfaces).sort()).toEqual([...step.surfaces].sort())
      if (step.crew > 0) expect(sum((s) => s.minutes)).toBe(step.minutes)
      if (parts.length > 1) {
        const zones = parts.flatMap((s) => s.zones)
        expect(new Set(zones).size, `${step.id} has parts in one place`).toBe(zones.length)
      }
    }
    expect(two.totals.attended).toBeCloseTo(one.totals.attended, 9)
  })
  it('leaves whole what is too short, what holds the car, and what one person answers for', () => {
    for (const step of one.steps) {
      const isWhole = partsOf(two, step.id).length === 1
      if (step.minutes < 4) expect(isWhole, step.id).toBe(true)
    }
    for (const id of ['dust:car', 'walk_round:car', 'purge:car', 'hand_over:car'])
      expect(partsOf(two, id)).toHaveLength(1)
    expect(partsOf(two, 'final_check:car')).toHaveLength(2)
  })
  it('dries each side from when it was wetted', () => {
    const wetting = two.links.filter((l) => l.to === part('dry:seats-1', 'seat-1l').id).map((l) => l.from)
    expect(wetting).toContain(part('lm:seats-1', 'seat-1l').id)
    expect(wetting).not.toContain(part('lm:seats-1', 'seat-1r').id)
  })
  it('says whose side a part is', () => {
    const titles = partsOf(two, 'lm:seats-1').map((s) => speak.procedure(two).steps.find((x) => x.id === s.id)!.title)
    expect(titles.sort()).toEqual([
      expect.stringMatching(/^Front seats: .*, driver’s side$/),
      expect.stringMatching(/^Front seats: .*, passenger side$/),
    ])
  })
  it('takes an edit of a step for all its parts', () => {
    const edits = [{ do: 'minutes' as const, step: 'lm:seats-1', minutes: 30 }]
    const edited = made({ ...carA(), edits }, 2)
    expect(partsOf(edited, 'lm:seats-1').reduce((sum, s) => sum + s.p50, 0)).toBeCloseTo(30, 9)
    const without = made({ ...carA(), edits: [{ do: 'remove', step: 'dress:car@1' }] }, 2)
    expect(partsOf(without, 'dress:car')).toEqual([])
  })
})

/** Minutes in which somebody works until the car is ready to be handed over (the talk is the desk's), with so many people and so many vacuums; one of every other machine. */
function handsAtWork(whole: Procedure, people: number, vacuums: number, iterations = 2, seed = 1): number {
  const steps = whole.steps.filter((s) => s.stage !== 'hand-over')
  const ids = new Set(steps.map((s) => s.id))
  const procedure = { ...whole, steps, links: whole.links.filter((l) => ids.has(l.from) && ids.has(l.to)) }
  const { activities, links } = toActivities('car', procedure)
  const skills = [...new Set(procedure.steps.flatMap((s) => s.skills))]
  const machines = [...new Set(procedure.steps.flatMap((s) => s.equipment))]
  const { assignments } = plan({
    technicians: Array.from({ length: people }, (_, i) => ({ id: `t${i}`, skills, shifts: [[0, 5760]] })),
    equipment: machines.map((id) => ({ id, count: id === 'vacuum' ? vacuums : 1 })),
    jobs: [{ id: 'car' }],
    activities,
    links,
    now: 0,
    seed,
    iterations,
  })
  const busy = new Set<number>()
  for (const { technicians, start, end } of assignments)
    for (let minute = start; technicians.length > 0 && minute < end; minute++) busy.add(minute)
  return busy.size
}

describe('more hands help', () => {
  it('a standard car: two people take at most six tenths of one’s time, drying left out', () => {
    const car = soiled(2)
    expect(handsAtWork(made(car, 2), 2, 2)).toBeLessThanOrEqual(0.6 * handsAtWork(made(car), 1, 2))
  })
  it('a standard car: three people take at most half of one’s time, drying left out, when the plan is looked for', () => {
    const car = soiled(2)
    // A search by chance, for about the two seconds that a plan has: by the middle of three.
    const procedure = made(car, 3)
    const three = [1, 2, 3].map((seed) => handsAtWork(procedure, 3, 2, 3000, seed)).sort((a, b) => a - b)
    expect(three[1]).toBeLessThanOrEqual(0.5 * handsAtWork(made(car), 1, 2))
  })
  it('two are never longer than one, on any car', () => {
    const random = seededRandom(14)
    let longer = 0
    for (let i = 0; i < share(200); i++) {
      const request = randomCar(random)
      if (clockOf(made(request, 2), 2) > clockOf(made(request), 1)) longer++
    }
    expect(longer).toBe(0)
  })
})

describe('what may wait only so long', () => {
  it.each([2, 3])('is shared out alike, so that a list for %i keeps every lag', (crew) => {
    const random = seededRandom(31)
    let ties = 0
    for (let i = 0; i < share(300); i++) {
      const { steps, links, byOne } = made(randomCar(random), crew)
      const at = new Map(steps.map((s) => [s.id, s]))
      for (const { from, to, maxLag } of links) {
        const [a, b] = [at.get(from)!, at.get(to)!]
        if (maxLag === undefined || a.crew === 0 || b.crew === 0) continue
        ties++
        const waited = byOne!.starts[to]! - byOne!.starts[from]! - a.minutes
        expect(waited, `car ${i}: ${from} → ${to}`).toBeLessThanOrEqual(maxLag)
      }
    }
    expect(ties).toBeGreaterThan(share(1000))
  })
})

describe('the closing', () => {
  it.each([
    ['worked car A', carA(), undefined],
    ['worked car B', carB(), undefined],
    ['worked car B for two', carB(), 2],
  ])('%s: recheck, final vacuum, refit, ten minutes shut, check, hand over', (_, car, crew) => {
    const { steps } = made(car, crew)
    const stages = ['recheck', 'final-vacuum', 'refit', 'shut', 'final', 'hand-over']
    const last = stages.map((stage) => steps.findLastIndex((s) => s.stage === stage))
    expect(last).toEqual([...last].sort((a, b) => a - b))
    expect(last[0]).toBeGreaterThan(0)
    expect(steps.at(-1)!.id).toBe('hand_over:car')
    const at = (id: string) => steps.findIndex((s) => s.id === id)
    expect(at('purge:car')).toBeLessThan(at('dust:car'))
    expect(at('put_away:car')).toBeGreaterThan(at('refit:car'))
    // Covered before anything wet, at most five minutes of it; the last vacuum takes a quarter of the dry one at most.
    const wet = steps.findIndex((s) => s.stage === 'seats' && s.left > 0)
    const covers = steps.filter((s) => s.stage === 'cover')
    for (const cover of covers) expect(at(cover.id)).toBeLessThan(wet)
    expect(covers.reduce((sum, s) => sum + s.p50, 0)).toBeLessThanOrEqual(5)
    const minutes = (stage: string) => steps.filter((s) => s.stage === stage).reduce((sum, s) => sum + s.p50, 0)
    expect(minutes('final-vacuum')).toBeLessThanOrEqual((minutes('vacuum') + minutes('mats')) / 4)
  })
  it('a dry job has no cover and no final vacuum; with a stop standing nothing blows out of the ducts', () => {
    const stages = new Set(made(soiled(1)).steps.map((s) => s.stage))
    expect(stages.has('cover')).toBe(false)
    expect(stages.has('final-vacuum')).toBe(false)
    const glass = carA()
    glass.checkIn.condition['foot-1l.carpet'] = { soil: 2, biohazard: ['sharps'] }
    expect(made(glass).steps.some((s) => s.stage === 'purge')).toBe(false)
  })
  it('a seat that comes out goes back in: two people, after its floor is dry and judged', () => {
    const car = carA()
    car.checkIn.permissions = { 'seats-out': true }
    const { steps } = made({ ...car, houseRules: { seats: 'out' } })
    const [out, back] = ['seats_out', 'seats_in'].map((t) => steps.find((s) => s.treatment === t)!)
    for (const step of [out!, back!]) expect(step).toMatchObject({ crew: 2, p50: 25, skills: ['seat-removal'] })
    const at = (id: string) => steps.findIndex((s) => s.id === id)
    expect(at('purge:car')).toBeLessThan(at(out!.id))
    expect(at(back!.id)).toBeGreaterThan(at('dry:floor-1'))
    expect(at(back!.id)).toBeLessThan(at('refit:car'))
  })
})
