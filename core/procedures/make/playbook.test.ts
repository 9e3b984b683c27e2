import { expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import type { Stain } from '#core/condition/schema.ts'
import { seededRandom } from '#core/units/random.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, randomCar, requestFor } from '../../../tests/fixtures/cars.ts'
import { generateProcedure } from './generate.ts'

// What whoever kneels there reads about a stain, by hand from the catalogue: C3 for cloth and carpet, C4 for everything else.

/** The sheet of a hatchback whose passenger's seat, of some material, has one stain. */
function stained(seat: string, kind: string, age: Stain['age'] = 'fresh') {
  const body = bodyNamed('hatchback')
  body.materials.seat = seat
  const request = requestFor(body, {
    'seat-1r.seat-base': { soil: 2, stains: [{ kind, age, attempts: 0, size: 'palm' }] },
  })
  return generateProcedure(request, catalogue)
}
const read = (seat: string, kind: string) =>
  stained(seat, kind)
    .steps.map(speak.step)
    .flatMap((s) => s.playbook ?? [])

it('ink on leather: leather cleaner, then a specialist; the solvent of the cloth is not spoken of', () => {
  const plays = read('coated-leather', 'ball-pen')
  expect(plays.length).toBeGreaterThan(0)
  for (const play of plays) {
    expect(play.steps).toEqual(['leather cleaner', 'specialist; no solvent'])
    // 55 on cloth, 20 fewer here.
    expect(play.chance).toBe(35)
  }
})

it('ink on cloth: its own play', () => {
  const plays = read('flat-cloth', 'ball-pen')
  expect(plays.length).toBeGreaterThan(0)
  for (const { steps, chance } of plays) {
    expect(steps[0]).toBe('dab with alcohol')
    expect(chance).toBe(55)
  }
})

it('rust on leather is nobody’s to promise: no cleaner takes it out, and acid has no place on most of it', () => {
  for (const leather of ['coated-leather', 'perforated-leather', 'leatherette']) {
    const { expectations, residuals } = stained(leather, 'rust')
    expect(
      expectations.map((e) => e.chance),
      leather,
    ).toEqual([0])
    expect(residuals.map((r) => r.code)).toContain('specialist')
    expect(read(leather, 'rust')).toEqual([])
  }
  // Salt is: neutral cleaner takes it (95, less 10).
  expect(stained('coated-leather', 'salt').expectations.map((e) => e.chance)).toEqual([85])
})

it('100 random cars: the card promises what the customer was told, no more', () => {
  const random = seededRandom(5)
  let seen = 0
  for (let n = 0; n < 100; n++) {
    const { steps, expectations } = generateProcedure(randomCar(random), catalogue)
    for (const { stain, surface, chance } of steps.flatMap((s) => s.playbook ?? [])) {
      const told = expectations.find((e) => e.of === 'stain' && e.kind === stain && e.surface === surface)
      expect(chance, `${stain} on ${surface}`).toBe(told?.chance)
      seen++
    }
  }
  expect(seen).toBeGreaterThan(50)
})
