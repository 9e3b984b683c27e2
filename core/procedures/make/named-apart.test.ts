import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed, requestFor } from '../../../tests/fixtures/cars.ts'
import { generateProcedure } from './generate.ts'

/** What the steps of a hatchback are called whose left doors are soiled so much, and everything else a little. */
function called(front: number, rear: number, crew = 1): string[] {
  const body = bodyNamed('hatchback')
  const condition = Object.fromEntries(
    surfacesOf(body, catalogue.surfaces).map(({ id }) => [
      id,
      { soil: id.startsWith('door-1l.') ? front : id.startsWith('door-2l.') ? rear : 1 },
    ]),
  )
  return generateProcedure({ ...requestFor(body, condition), crew }, catalogue).steps.map((s) => speak.title(s.title))
}
const ofLeftDoors = (names: readonly string[]) => names.filter((name) => name.startsWith('Left doors:'))

describe('a step that leaves out a place of its group', () => {
  const body = bodyNamed('hatchback')
  /** What the steps of a hatchback are called of which all is clean but what is named. */
  const soiled = (soils: (id: string) => boolean, soil = 1, crew = 1) => {
    const condition = Object.fromEntries(
      surfacesOf(body, catalogue.surfaces).map(({ id }) => [id, { soil: soils(id) ? soil : 0 }]),
    )
    return generateProcedure({ ...requestFor(body, condition), crew }, catalogue).steps.map((s) => speak.title(s.title))
  }
  it('says where it is, though nothing else is called so: one seat is not “front seats”, one footwell not “front floor”', () => {
    const names = soiled((id) => id.startsWith('seat-1r.') || id.startsWith('foot-2l.'))
    expect(names).toContain('Front seats: vacuum seats, passenger’s seat')
    expect(names).toContain('Rear floor: vacuum carpet, rear left footwell')
    expect(names).not.toContain('Front seats: vacuum seats')
  })
  it('and one that leaves out none does not', () => {
    const names = soiled((id) => id.startsWith('seat-1'))
    expect(names).toContain('Front seats: vacuum seats')
  })
  it('a walk round the car shared by two is told by sides and what is between them, not by roofs, pillars and glass', () => {
    const names = soiled(() => true, 3, 2).filter((name) => name.startsWith('Clear out'))
    expect(names).toHaveLength(2)
    for (const name of names) {
      expect(name).toMatch(/, (driver’s|passenger) side/)
      expect(name).not.toMatch(/roof|pillar|jamb|windscreen|glass/)
    }
  })
})

describe('steps of one group in different places of it', () => {
  it('say which: a pad on one of the doors and a brush on the other do not read like two rounds of the same', () => {
    const names = ofLeftDoors(called(2, 3))
    expect(names.length).toBeGreaterThan(1)
    expect(names.some((name) => name.endsWith(', driver’s door'))).toBe(true)
    expect(names.some((name) => name.endsWith(', rear left door'))).toBe(true)
  })
  it('are called by their group alone where one does all of it', () => {
    for (const name of ofLeftDoors(called(2, 2))) expect(name).not.toMatch(/, (driver’s|rear left) door$/)
  })
  it('carpet and the gaps beside it are two works, each by the name of its group', () => {
    const floor = called(2, 3).filter((name) => name.startsWith('Rear floor:'))
    expect(floor).toEqual(['Rear floor: vacuum rails and gaps', 'Rear floor: vacuum carpet'])
  })
  it('no two of a sheet are called the same, for one person and for two', () => {
    for (const crew of [1, 2]) {
      const names = called(2, 3, crew)
      expect(new Set(names).size, names.join('\n')).toBe(names.length)
    }
  })
})
