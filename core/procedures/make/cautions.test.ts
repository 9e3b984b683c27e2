import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { generateProcedure } from './generate.ts'

// Expectations by hand, from what a lead says of a sheet: each thing once where it applies, three lines a step, what holds for the whole car
// at the head, and nothing left out that somebody could die of.

const severe = () => {
  const body = bodyNamed('hatchback')
  return requestFor(body, Object.fromEntries(surfacesOf(body, catalogue.surfaces).map((s) => [s.id, { soil: 4 }])))
}

it('a severe car says each caution once, at most three at a step, and for the whole car at the head', () => {
  const procedure = generateProcedure(severe(), catalogue)
  const head = speak.head(procedure)
  expect(head.join(' ')).toMatch(/Follow the label.*Children and pets never in the bay/)
  const steps = procedure.steps.map(speak.step)
  for (const step of steps) expect(step.cautions.length, step.title).toBeLessThanOrEqual(3)
  const lines = steps.flatMap((s) => s.cautions)
  for (const line of head) expect(lines).not.toContain(line)
  // Knees, waste water, the test spot: once.
  for (const once of [/Knee pad/, /Waste water/, /Test on a hidden place/, /Doors open: the cleaner contains alcohol/])
    expect(
      lines.filter((line) => once.test(line)),
      String(once),
    ).toHaveLength(1)
})

it('where somebody could be hurt it stands at the first step it is about, the gravest first', () => {
  const { steps } = generateProcedure(severe(), catalogue)
  const first = (equipment: string) => speak.step(steps.find((s) => s.equipment.includes(equipment) && s.area > 0)!)
  expect(first('extractor').cautions.join(' ')).toMatch(/30 mA breaker/)
  const clearing = speak.step(steps.find((s) => s.treatment === 'clear_out')!)
  expect(clearing.cautions[0]).toMatch(/Torch first/)
})

it('a danger to life is said again with each new treatment, and never cut for room', () => {
  const body = { ...bodyNamed('hatchback'), features: ['high-voltage', 'powered-seats'] }
  const car = severe()
  car.checkIn.vehicle.body = body
  const steps = generateProcedure(car, catalogue).steps.map(speak.step)
  const about = (text: RegExp) =>
    steps.filter((s) => s.cautions.some((line) => text.test(line))).map((s) => s.treatment)
  const orange = about(/Orange cable damaged or wet/)
  expect(orange.length).toBeGreaterThan(1)
  expect(new Set(orange).size).toBe(orange.length)
})
