import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { generateProcedure } from './generate.ts'

// By hand, as a lead packs: a second extractor comes out for a row of seats that may not get hot, not for one seat back.

/** A severe hatchback with gum, which forbids heat, on so many seat backs. */
function gummed(backs: readonly string[]) {
  const car = soiled(4)
  for (const id of backs) car.checkIn.condition[id]!.stains = [{ kind: 'gum', age: 'days', attempts: 0, size: 'panel' }]
  return generateProcedure(car, catalogue)
}
const one = ['seat-1r.seat-back']
const all = ['1l', '1r', '2l', '2c', '2r'].flatMap((seat) => [`seat-${seat}.seat-back`, `seat-${seat}.seat-base`])
const fetched = ({ steps }: Procedure) =>
  steps.flatMap((s) => (s.treatment === 'set_up' ? s.equipment : [])).filter((id) => id.endsWith('extractor'))

it('one seat back that may not get hot is rinsed cold and pulled out through the extractor that is there', () => {
  const procedure = gummed(one)
  expect(fetched(procedure)).toEqual(['extractor'])
  const [pull, ...more] = procedure.steps.filter((s) => s.treatment === 'cold_pull')
  expect(more).toEqual([])
  expect(pull).toMatchObject({ surfaces: one, equipment: ['extractor'] })
  // What the heat would have done besides is told as before.
  expect(procedure.residuals.filter((r) => r.surface === one[0]).map((r) => r.reason.code)).toEqual(['stain-rules'])
})

it('for all the seats it is fetched', () => {
  expect(fetched(gummed(all)).sort()).toEqual(['cold-extractor', 'extractor'])
})

it('and where no other machine stands there', () => {
  const car = soiled(1)
  const back = car.checkIn.condition[one[0]!]!
  back.soil = 4
  back.stains = [{ kind: 'gum', age: 'days', attempts: 0, size: 'panel' }]
  expect(fetched(generateProcedure(car, catalogue))).toEqual(['cold-extractor'])
})

it('one that was fetched for an earlier version stands there', () => {
  const was = gummed(all)
  const kept = was.steps.filter((s) => s.treatment === 'set_up' && s.equipment.includes('cold-extractor'))
  const car = soiled(4)
  car.checkIn.condition[one[0]!]!.stains = [{ kind: 'gum', age: 'days', attempts: 0, size: 'panel' }]
  const now = generateProcedure({ ...car, kept: kept.map((s) => ({ ...s, kept: true as const })) }, catalogue)
  expect(now.steps.some((s) => s.treatment === 'coldx')).toBe(true)
})
