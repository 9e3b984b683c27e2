import { describe, expect, it } from 'vitest'
import type { Body } from '#core/cabin/schema.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'
import { catalogue } from '../../../catalogue/catalogue.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { soiled } from '../../../tests/fixtures/soiled.ts'
import { generateProcedure } from './generate.ts'

/** What real cars have where, by slot: written down by hand, every one of the 36 materials among them. */
const real: [keyof Body['materials'], string, string][] = [
  [
    'seat',
    'hatchback',
    'flat-cloth plush synthetic-suede real-suede coated-leather perforated-leather uncoated-leather leatherette wool',
  ],
  ['carpet', 'crew-cab', 'easy-carpet nylon-carpet long-pile-carpet rubber-mat leatherette textured-plastic wool'],
  ['mat', 'hatchback', 'carpet-mat leather-edged-mat rubber-mat wool textured-plastic long-pile-carpet'],
  [
    'trim',
    'saloon',
    'textured-plastic smooth-plastic soft-touch painted-trim gloss-black screen aluminium-chrome lacquered-wood open-pore-wood bare-steel flat-cloth coated-leather leatherette synthetic-suede airbag-cover rubber-seal speaker-grille',
  ],
  [
    'wheel',
    'coupe',
    'coated-leather perforated-leather synthetic-suede real-suede uncoated-leather leatherette textured-plastic soft-touch lacquered-wood open-pore-wood',
  ],
  ['headliner', 'estate', 'fabric-headliner suede-headliner leatherette flat-cloth synthetic-suede textured-plastic'],
  ['glass', 'hatchback', 'plain-glass film-glass printed-glass plastic-window'],
  ['cargo', 'panel-van', 'bare-steel textured-plastic rubber-mat painted-jamb easy-carpet lacquered-wood'],
]
const beside = new Set(['dust', 'judge', 'groom', 'rake', 'vac_final'])

function made(slot: keyof Body['materials'], name: string, material: string, soil: number) {
  const body = structuredClone(bodyNamed(name))
  body.materials[slot] = material
  const surfaces = surfacesOf(body, catalogue.surfaces).filter((s) => s.material === material)
  const request = requestFor(body, Object.fromEntries(surfaces.map((s) => [s.id, { soil }])))
  return { surfaces, procedure: generateProcedure(request, catalogue) }
}
const with_ = (request: ProcedureRequest, equipment: string[]) =>
  generateProcedure({ ...request, equipment }, catalogue)
const treatmentsOf = (p: ReturnType<typeof generateProcedure>, surface: string) =>
  new Set(p.steps.filter((s) => s.area > 0 && s.surfaces.includes(surface)).map((s) => s.treatment))

describe('every material can be worked', () => {
  it('all 36 of the catalogue are in the list', () => {
    // Belts are in every car.
    const listed = new Set(['belt', ...real.flatMap(([, , ids]) => ids.split(' '))])
    expect(catalogue.materials.map((m) => m.id).filter((id) => !listed.has(id))).toEqual([])
  })
  it.each(real.flatMap(([slot, body, ids]) => ids.split(' ').map((id) => [slot, id, body] as const)))(
    '%s of %s, at every soil',
    (slot, material, body) => {
      for (const soil of [1, 2, 3, 4]) {
        const { surfaces, procedure } = made(slot, body, material, soil)
        expect(surfaces.length).toBeGreaterThan(0)
        for (const s of surfaces) {
          const work = procedure.steps.filter(
            (x) => x.area > 0 && x.surfaces.includes(s.id) && !beside.has(x.treatment),
          )
          const said = procedure.residuals.filter((r) => r.surface === s.id).map((r) => r.code)
          expect(work.length, `${s.id} at soil ${soil}: ${said.join()}`).toBeGreaterThan(0)
        }
      }
    },
  )
  it('a rubber floor is vacuumed, scrubbed with a pad, rinsed and dried; no pressure, no wet machine', () => {
    const { procedure } = made('carpet', 'crew-cab', 'rubber-mat', 3)
    const floor = treatmentsOf(procedure, 'foot-1l.carpet')
    expect([...floor].sort()).toEqual(['floor_rubber', 'judge', 'vac_carpet', 'vac_final'])
    expect(procedure.steps.some((s) => s.equipment.includes('pressure-washer'))).toBe(false)
  })
  it('vinyl is vinyl: degreaser and brush, protectant, no leather skill', () => {
    const request = { ...soiled(2, 'hatchback', 'leatherette'), skills: [] }
    const seat = treatmentsOf(generateProcedure(request, catalogue), 'seat-1l.seat-base')
    expect(seat).toContain('brush')
    expect(seat).toContain('dress')
    expect([...seat].some((id) => id.startsWith('leather'))).toBe(false)
  })
})

describe('with what is at hand', () => {
  const seat = 'seat-1l.seat-base'
  it.each([
    ['a wet vacuum', ['vacuum', 'wet-vac', 'extractor', 'spot-extractor'], 'lm'],
    ['no wet vacuum: the spot extractor', ['vacuum', 'extractor', 'spot-extractor'], 'spotx'],
    ['no wet vacuum: the extractor', ['vacuum', 'extractor'], 'rinse_extract'],
    ['no machine: brush, bucket and towels', ['vacuum'], 'bucket'],
  ])('%s', (_, equipment, treatment) => {
    const procedure = with_(soiled(2), equipment)
    expect(treatmentsOf(procedure, seat)).toContain(treatment)
    const looked = treatmentsOf(procedure, seat)
    expect(looked.has('judge') || looked.has('groom')).toBe(true)
    const carpet = treatmentsOf(procedure, 'foot-1l.carpet')
    expect(carpet).toContain(treatment)
  })
  it('by hand takes longer than by machine', () => {
    expect(with_(soiled(2), ['vacuum']).totals.attended).toBeGreaterThan(
      with_(soiled(2), ['vacuum', 'wet-vac']).totals.attended,
    )
  })
})
