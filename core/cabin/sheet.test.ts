import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { seededRandom } from '#core/units/random.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { bodyFaults } from './check.ts'
import { arrows, neighbour } from './neighbour.ts'
import type { Body, Dimensions } from './schema.ts'
import { type Patch, sheetOf } from './sheet.ts'
import { referenceCabin, surfacesOf } from './surfaces.ts'

const overlap = (a: Patch, b: Patch) =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01

const bodies = speak
  .catalogue(catalogue)
  .bodies.flatMap((body) =>
    (['left', 'right'] as const).map((driverSide): [string, Body] => [
      `${body.id}, wheel ${driverSide}`,
      { ...body, driverSide },
    ]),
  )
bodies.push(['saloon with a sunroof', { ...bodyNamed('saloon'), roof: 'sunroof' }])
bodies.push([
  'van with one sliding door',
  {
    ...bodyNamed('panel-van'),
    rows: [...bodyNamed('panel-van').rows, { kind: 'fold', seats: 3 }],
    doors: [
      { row: 1, kind: 'hinged' },
      { row: 2, kind: 'sliding', side: 'right' },
    ],
  },
])

describe.each(bodies)('cabin sheet of a %s', (_name, body) => {
  const surfaces = surfacesOf(body, catalogue.surfaces)
  const sheet = sheetOf(body, surfaces)
  it('gives every surface exactly one patch', () => {
    expect(sheet.patches.map((p) => p.surface)).toEqual(surfaces.map((s) => s.id))
    expect(new Set(surfaces.map((s) => s.id)).size).toBe(surfaces.length)
  })
  it('has no two patches overlapping and none outside the sheet', () => {
    const bad = sheet.patches.flatMap((a, i) =>
      sheet.patches
        .slice(i + 1)
        .filter((b) => overlap(a, b))
        .map((b) => `${a.surface} × ${b.surface}`),
    )
    expect(bad).toEqual([])
    for (const p of sheet.patches)
      expect(p.x >= 0 && p.y >= 0 && p.x + p.w <= sheet.width && p.y + p.h <= sheet.height, p.surface).toBe(true)
  })
  it('puts the wheel on the driver’s side: the car’s right is at the top', () => {
    expect(sheet.wheel.y < 382).toBe(body.driverSide === 'right')
  })
})

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

describe('200 random bodies', () => {
  const random = seededRandom(4)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const bodies = Array.from({ length: 200 }, (): Body => {
    const count = pick([1, 2, 2, 3])
    const rows = Array.from({ length: count }, (_, i): Body['rows'][number] => {
      const kind = i === 0 ? pick(['bucket', 'bucket', 'bench'] as const) : pick(['bench', 'captain', 'fold'] as const)
      return { kind, seats: kind === 'bench' || kind === 'fold' ? pick([2, 3, 4]) : pick([1, 2, 2]) }
    })
    const doors: Body['doors'] = [{ row: 1, kind: 'hinged' }]
    for (let row = 2; row <= count; row++)
      if (random() < 0.7)
        doors.push({
          row,
          kind: pick(['hinged', 'sliding']),
          ...pick<{ side?: 'left' | 'right' }>([{}, {}, { side: 'left' }, { side: 'right' }]),
        })
    const load = pick(['hatch', 'boot', 'cargo', 'none'] as const)
    return {
      ...bodyNamed('hatchback'),
      driverSide: pick(['left', 'right']),
      scale: 0.7 + 0.8 * random(),
      rows,
      doors,
      load,
      shelf: (load === 'hatch' || load === 'boot') && random() < 0.5,
      roof: pick(['headliner', 'suede', 'sunroof', 'soft-top']),
    }
  })
  it('are possible, draw every surface once, and no two patches overlap', () => {
    for (const body of bodies) {
      const told = JSON.stringify(body)
      expect(bodyFaults(body, ''), told).toEqual([])
      const surfaces = surfacesOf(body, catalogue.surfaces)
      const { patches, width, height } = sheetOf(body, surfaces)
      expect(
        patches.map((p) => p.surface),
        told,
      ).toEqual(surfaces.map((s) => s.id))
      const bad = patches.flatMap((a, i) =>
        patches
          .slice(i + 1)
          .filter((b) => overlap(a, b))
          .map((b) => `${a.surface} × ${b.surface}`),
      )
      expect(bad, told).toEqual([])
      for (const p of patches)
        expect(
          p.x >= 0 && p.y >= 0 && p.x + p.w <= width && p.y + p.h <= height && p.w > 0 && p.h > 0,
          `${p.surface} ${told}`,
        ).toBe(true)
    }
  })
  it('let every patch be reached with the arrow keys from the first one', () => {
    for (const body of bodies) {
      const { patches } = sheetOf(body, surfacesOf(body, catalogue.surfaces))
      const reached = new Set([patches[0]!])
      for (const patch of reached) {
        for (const [dx, dy] of Object.values(arrows)) {
          const next = neighbour(patches, patch, dx, dy)
          if (next) reached.add(next)
        }
      }
      expect(
        patches.filter((p) => !reached.has(p)).map((p) => p.surface),
        JSON.stringify(body),
      ).toEqual([])
    }
  })
})
