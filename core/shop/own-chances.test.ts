import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { generateProcedure } from '#core/procedures/make/generate.ts'
import { soiled } from '../../tests/fixtures/soiled.ts'
import { ownCatalogue } from './catalogue.ts'
import { ownFaults } from './check.ts'
import { nothingOwn } from './schema.ts'

const stained = () => {
  const request = soiled(2)
  const seat = Object.keys(request.checkIn.condition).find((id) => id.endsWith('.seat-base'))!
  request.checkIn.condition[seat] = {
    soil: 2,
    stains: [
      { kind: 'tannin', age: 'fresh', attempts: 0 },
      { kind: 'sugar', age: 'fresh', attempts: 0 },
    ],
  } as never
  return request
}
const chancesOf = (own?: typeof nothingOwn) =>
  generateProcedure({ ...stained(), ...(own ? { own } : {}) }, catalogue).expectations.map((e) => [e.kind, e.chance])

it('the chance of a stain follows the shop’s own records, of that stain alone, and the work stays the same', () => {
  // 90 in 100 are 9 to 1; a shift of the logarithm of 1/3 makes it 3 to 1.
  const own = { ...nothingOwn, chances: { tannin: { shift: Math.log(1 / 3), of: 14 } } }
  expect(chancesOf()).toEqual([
    ['tannin', 90],
    ['sugar', 95],
  ])
  expect(chancesOf(own)).toEqual([
    ['tannin', 75],
    ['sugar', 95],
  ])
  const steps = (o?: typeof nothingOwn) =>
    generateProcedure({ ...stained(), ...(o ? { own: o } : {}) }, catalogue).steps.map((s) => s.id)
  expect(steps(own)).toEqual(steps())
  const composed = ownCatalogue(catalogue, own).stains
  expect(composed.find((s) => s.id === 'tannin')!.records).toBe(14)
  expect(composed.find((s) => s.id === 'sugar')).not.toHaveProperty('records')
})

it('a chance of a stain that nobody knows is refused where it stands', () => {
  const own = { ...nothingOwn, chances: { moonlight: { shift: 1, of: 3 } } }
  expect(ownFaults(own, catalogue).map((f) => f.pointer)).toEqual(['/chances/moonlight'])
})
