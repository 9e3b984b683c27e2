import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Blocks } from '#core/check-in/blocks.ts'
import { dayRequest } from '#core/job/day-request.ts'
import { emptyState } from '#core/job/reduce.ts'
import { plan } from '#core/plan/plan.ts'
import { fittedProcedure } from '#core/procedures/limit/time-limit.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { carA, randomCar } from '../../../tests/fixtures/cars.ts'
import { share } from '../../../tests/support/share.ts'
import { generateProcedure } from './generate.ts'

// trade.md §4 and its house rules: outside and engine-bay work appear only as blocks of time on the car, first, so that the outside dries
// while the inside is done, or in the inside's drying slot.

function withBlocks(blocks: Blocks, choice?: 'first' | 'in-drying') {
  const request = structuredClone(carA())
  request.checkIn.blocks = blocks
  if (choice) request.houseRules = { ...request.houseRules, 'outside-work': choice }
  return request
}
const made = (blocks: Blocks, choice?: 'first' | 'in-drying') =>
  generateProcedure(withBlocks(blocks, choice), catalogue)
const startOf = ({ byOne }: Procedure, step: string) => byOne!.starts[step]!
const endOf = (procedure: Procedure, step: string) =>
  startOf(procedure, step) + procedure.steps.find((s) => s.id === step)!.minutes
const ofStages = ({ steps }: Procedure, ...stages: string[]) => steps.filter((s) => stages.includes(s.stage))

describe('outside and engine bay as blocks of time on the car', () => {
  it('take the minutes that were agreed, one person, no place of the cabin and no product', () => {
    const procedure = made({ outside: 45, engine_bay: 20 })
    const outside = procedure.steps.find((s) => s.id === 'outside:car')!
    expect(outside).toMatchObject({ minutes: 45, p50: 45, crew: 1, zones: [], surfaces: [], product: null })
    expect(procedure.steps.find((s) => s.id === 'engine_bay:car')).toMatchObject({ minutes: 20, crew: 1, zones: [] })
    // Somebody does them: they are hands-on time of the car.
    const plain = generateProcedure(carA(), catalogue)
    expect(procedure.totals.attended - plain.totals.attended).toBeCloseTo(65, 6)
    expect(plain.steps.some((s) => s.stage === 'outside')).toBe(false)
  })
  it('in the drying slot: after everything that wets the inside, before what would be spoiled by it', () => {
    const procedure = made({ outside: 45 }, 'in-drying')
    for (const s of procedure.steps.filter((s) => s.dryIn !== undefined))
      expect(endOf(procedure, s.id), s.id).toBeLessThanOrEqual(startOf(procedure, 'outside:car'))
    const spoiled = ofStages(procedure, 'jambs', 'hard', 'leather', 'dress', 'screens', 'glass', 'refit', 'final')
    expect(spoiled.length).toBeGreaterThan(5)
    for (const s of spoiled)
      expect(startOf(procedure, s.id), s.id).toBeGreaterThanOrEqual(endOf(procedure, 'outside:car'))
    // Seats dry meanwhile: the block lies inside somebody's drying.
    const drying = procedure.steps.filter((s) => s.treatment === 'dry')
    expect(
      drying.some(
        (s) =>
          startOf(procedure, s.id) <= startOf(procedure, 'outside:car') &&
          endOf(procedure, s.id) > startOf(procedure, 'outside:car'),
      ),
    ).toBe(true)
  })
  it('first: before anything is done inside, after the car was photographed and emptied', () => {
    const procedure = made({ outside: 45 }, 'first')
    const inside = ofStages(
      procedure,
      'dust',
      'vacuum',
      'overhead',
      'seats',
      'floor',
      'jambs',
      'hard',
      'dress',
      'glass',
    )
    for (const s of inside)
      expect(startOf(procedure, s.id), s.id).toBeGreaterThanOrEqual(endOf(procedure, 'outside:car'))
    for (const s of ofStages(procedure, 'receive', 'clear'))
      expect(endOf(procedure, s.id), s.id).toBeLessThanOrEqual(startOf(procedure, 'outside:car'))
  })
  it('the engine bay comes before the outside, with its cautions', () => {
    const procedure = made({ outside: 30, engine_bay: 20 })
    expect(endOf(procedure, 'engine_bay:car')).toBeLessThanOrEqual(startOf(procedure, 'outside:car'))
    const cautions = (id: string) => procedure.steps.find((s) => s.id === id)!.cautions
    expect(cautions('engine_bay:car')).toContainEqual(
      expect.objectContaining({ facts: { caution: 'engine-bay-danger' } }),
    )
    expect(cautions('outside:car')).toContainEqual(expect.objectContaining({ facts: { caution: 'jet-danger' } }))
  })
  it('are not what a time limit leaves out: they were sold', () => {
    const request = { ...withBlocks({ outside: 40 }), timeLimit: { minutes: 100, crew: 1 } }
    const procedure = fittedProcedure(request, catalogue)
    expect(procedure.steps.find((s) => s.id === 'outside:car')?.minutes).toBe(40)
    expect(procedure.limit).toMatchObject({ minutes: 100, clock: 100, fits: true })
  })
  it('are in the plan, where the other of two people works on inside only when the rule lets them', () => {
    const procedure = made({ outside: 45 }, 'first')
    const { assignments, unscheduled } = plan(
      dayRequest({
        people: ['a', 'b'].map((id) => ({ id, skills: catalogue.skills.map((s) => s.id), shifts: [[0, 900]] })),
        equipment: catalogue.equipment.map((e) => ({ id: e.id, count: 1 })),
        jobs: [{ id: 'car', release: 0, due: null, procedure, state: emptyState() }],
        mostPeople: 2,
        signOff: 3,
        goingOver: 3,
        now: 0,
        minuteOf: Number,
      }),
      () => true,
    )
    expect(unscheduled).toEqual([])
    const at = (step: string) => assignments.find((a) => a.activity === `car/${step}`)!
    for (const s of ofStages(procedure, 'dust', 'seats', 'hard', 'glass'))
      expect(at(s.id).start, s.id).toBeGreaterThanOrEqual(at('outside:car').end)
  })
  it('of a kind that nobody knows are refused by name', () => {
    const request = withBlocks({ roof_box: 20 })
    expect(() => generateProcedure(request, catalogue)).toThrow(
      expect.objectContaining({ faults: [expect.objectContaining({ pointer: '/checkIn/blocks/roof_box' })] }),
    )
  })
  it(`has an order on any car, under either rule`, () => {
    const random = seededRandom(71)
    for (let n = 0; n < share(400); n++) {
      const request = randomCar(random)
      request.checkIn.blocks = random() < 0.5 ? { outside: 40 } : { outside: 40, engine_bay: 25 }
      request.houseRules = {
        'outside-work': random() < 0.5 ? 'first' : 'in-drying',
        'vacuum-timing': random() < 0.5 ? 'at-end' : 'before-wet',
        'glass-timing': random() < 0.5 ? 'before-dressing' : 'after-dressing',
      }
      const { steps, findings } = generateProcedure(request, catalogue)
      // Nothing goes on in a car that is held whole.
      const held = steps.some((s) => s.stop?.holds === 'car')
      const there = steps.filter((s) => s.stage === 'outside').length
      expect(there, `case ${n}`).toBe(held ? 0 : Object.keys(request.checkIn.blocks).length)
      expect(findings.filter((f) => f.grade === 'forbidden')).toEqual([])
    }
  })
})
