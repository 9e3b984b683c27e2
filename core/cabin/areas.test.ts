import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { bodyFaults } from './check.ts'
import type { Body, Dimensions } from './schema.ts'
import { referenceCabin, surfacesOf } from './surfaces.ts'

it('a larger body has proportionally larger surfaces', () => {
  const area = (scale: number) =>
    surfacesOf({ ...bodyNamed('carrier'), scale }, catalogue.surfaces).reduce((sum, s) => sum + s.area, 0)
  expect(area(1.2) / area(1)).toBeCloseTo(1.2, 2)
})

describe('areas from dimensions', () => {
  const measured = (dimensions: Partial<Dimensions>, id = 'estate') => {
    const body = { ...bodyNamed(id), dimensions: { ...referenceCabin, ...dimensions } }
    return new Map(surfacesOf(body, catalogue.surfaces).map((s) => [s.id, s.area]))
  }
  it('the reference cabin has the catalogue’s areas', () => {
    for (const s of surfacesOf({ ...bodyNamed('estate'), dimensions: referenceCabin }, catalogue.surfaces))
      expect(s.area, s.id).toBeCloseTo(
        catalogue.surfaces.find((k) => k.kind === s.kind && s.id.endsWith(k.kind) && Math.abs(k.area - s.area) < 0.0006)
          ?.area ?? -1,
        3,
      )
  })
  it('a load floor grows with width and length, a headliner with width and pitch, a switch with nothing', () => {
    const [plain, wide, long] = [measured({}), measured({ width: 2 * referenceCabin.width }), measured({ load: 1.6 })]
    const times = (other: Map<string, number>, id: string) => other.get(id)! / plain.get(id)!
    expect(times(long, 'load.load-floor')).toBeCloseTo(2, 2)
    expect(times(wide, 'load.load-floor')).toBeCloseTo(2, 2)
    expect(times(wide, 'overhead-2.headliner')).toBeCloseTo(2, 2)
    expect(times(long, 'overhead-2.headliner')).toBe(1)
    expect(times(wide, 'dash.switches')).toBe(1)
    expect(times(measured({ height: 2 * 1.12 * 0.5 * 1.5 }), 'glass.glass-front')).toBeCloseTo(1.5, 2)
  })
  it.each(speak.catalogue(catalogue).bodies.filter((b) => b.dimensions))(
    '$id: flat areas fit into its own measures',
    (body) => {
      const areas = measured(body.dimensions!, body.id)
      const { width, pitch, load, height } = body.dimensions!
      const floor = areas.get('load.load-floor')
      if (floor) expect(floor).toBeLessThanOrEqual(width * load)
      if (floor) expect(floor).toBeGreaterThan(0.6 * width * load)
      expect(areas.get('overhead-1.headliner')).toBeLessThanOrEqual(width * pitch)
      const cargo = areas.get('cargo.cargo-floor')
      if (cargo) expect(cargo / (width * load)).toBeGreaterThan(0.7)
      if (cargo) expect(cargo).toBeLessThanOrEqual(width * load)
      expect(areas.get('glass.glass-front')).toBeLessThanOrEqual(width * height)
    },
  )
})

it('names the driver’s seat by the side of the wheel', () => {
  const name = (side: 'left' | 'right') =>
    surfacesOf({ ...bodyNamed('hatchback'), driverSide: side }, catalogue.surfaces).find(
      (s) => s.id === 'seat-1r.seat-base',
    )!.name
  expect(speak.surface(name('right'))).toBe('Driver seat base')
  expect(speak.surface(name('left'))).toBe('Passenger seat base')
})

it('refuses doors at rows that are not there, twice, or not at the front', () => {
  const faults = (doors: Body['doors']) => bodyFaults({ ...bodyNamed('hatchback'), doors }, '').map((f) => f.pointer)
  expect(faults(bodyNamed('hatchback').doors)).toEqual([])
  expect(
    faults([
      { row: 1, kind: 'hinged' },
      { row: 3, kind: 'hinged' },
      { row: 1, kind: 'sliding' },
    ]),
  ).toEqual(['/doors/1/row', '/doors/2/row'])
  expect(faults([{ row: 2, kind: 'hinged' }])).toEqual(['/doors'])
})
