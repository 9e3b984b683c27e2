import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { type Random, seededRandom } from '#core/units/random.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { type CarDrawing, carDrawing, openedPlace } from './car.ts'
import { fitText } from './fit-text.ts'
import { nameBox, nameSizes, partSizes } from './names-drawn.ts'
import { arrows, neighbour } from './neighbour.ts'
import { type Box, leastTouch } from './parts.ts'
import { placesOf } from './places.ts'
import type { Body } from './schema.ts'
import { surfacesOf } from './surfaces.ts'

const overlap = (a: Box, b: Box) =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01
const inside = (a: Box, b: Box) =>
  a.x >= b.x - 0.01 && a.y >= b.y - 0.01 && a.x + a.w <= b.x + b.w + 0.01 && a.y + a.h <= b.y + b.h + 0.01

/** Any body that may be entered. */
function randomBody(random: Random): Body {
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const rows = Array.from({ length: of([1, 2, 2, 3]) }, () => {
    const kind = of(['bucket', 'captain', 'bench', 'fold'] as const)
    return { kind, seats: of(kind === 'bench' ? [2, 3, 4] : [1, 2, 2, 3]) }
  })
  return {
    ...bodyNamed('hatchback'),
    rows,
    doors: rows.slice(0, of([1, 2, 3])).map((_, i) => ({
      row: i + 1,
      kind: i > 0 && random() < 0.3 ? ('sliding' as const) : ('hinged' as const),
      ...(i > 0 && random() < 0.3 ? { side: of(['left', 'right'] as const) } : {}),
    })),
    driverSide: of(['left', 'right'] as const),
    load: of(['hatch', 'boot', 'cargo', 'bed', 'none'] as const),
    roof: of(['headliner', 'suede', 'sunroof', 'soft-top'] as const),
    shelf: random() < 0.4,
  }
}

/** What is wrong with a drawing: over one another, too small, a name that does not fit, a place no arrow leads to. */
function faultsOf(drawing: CarDrawing): string[] {
  const faults: string[] = []
  const sheet = { x: 0, y: 0, w: drawing.width, h: drawing.height }
  drawing.places.forEach((p, i) => {
    const { id, name } = p.place
    for (const q of drawing.places.slice(i + 1)) if (overlap(p, q)) faults.push(`${id} over ${q.place.id}`)
    if (!inside(p, sheet)) faults.push(`${id} outside`)
    if (p.w < leastTouch || p.h < leastTouch) faults.push(`${id} is ${p.w.toFixed(0)} × ${p.h.toFixed(0)}`)
    const { short } = speak.placeOf(name)
    if (!fitText(short, nameBox(p), nameSizes)) faults.push(`“${short}” does not fit ${id}`)
    for (const part of p.parts) if (!inside(part, p)) faults.push(`${part.surface} outside ${id}`)
    p.parts.forEach((a, k) => {
      for (const b of p.parts.slice(k + 1)) if (overlap(a, b)) faults.push(`${a.surface} over ${b.surface}`)
    })
    for (const width of [300, 342]) {
      for (const part of openedPlace(p.place, width).parts) {
        if (part.h < leastTouch - 0.01 || part.w < leastTouch) faults.push(`${part.surface} too small, ${width} wide`)
        const said = speak.part(p.place.surfaces.find((s) => s.id === part.surface)!.name)
        if (!fitText(said, nameBox(part), partSizes)) faults.push(`“${said}” does not fit in ${id}, ${width} wide`)
      }
    }
  })
  const reached = new Set([drawing.places[0]!])
  for (const from of reached)
    for (const [dx, dy] of Object.values(arrows)) {
      const to = neighbour(drawing.places, from, dx, dy)
      if (to) reached.add(to)
    }
  for (const p of drawing.places) if (!reached.has(p)) faults.push(`no arrow leads to ${p.place.id}`)
  return faults
}

const drawn = (body: Body, nose: 'left' | 'up') =>
  carDrawing(body, placesOf(body, surfacesOf(body, catalogue.surfaces)), nose)

describe.each(['left', 'up'] as const)('the whole car, nose %s', (nose) => {
  it.each(catalogue.bodies.map((b) => b.id))('%s, wheel on either side', (id) => {
    for (const driverSide of ['left', 'right'] as const) {
      const body = { ...bodyNamed(id), driverSide }
      expect(faultsOf(drawn(body, nose))).toEqual([])
    }
  })
  it('300 bodies at random: nothing over anything, every name whole, every place under a finger and under an arrow', () => {
    const random = seededRandom(42)
    for (let i = 0; i < 300; i++) {
      const body = randomBody(random)
      const drawing = drawn(body, nose)
      expect(faultsOf(drawing), JSON.stringify({ i, body })).toEqual([])
      // Every surface lies in one place and is drawn once.
      const parts = drawing.places.flatMap((p) => p.parts.map((part) => part.surface)).sort()
      expect(parts).toEqual(
        surfacesOf(body, catalogue.surfaces)
          .map((s) => s.id)
          .sort(),
      )
    }
  })
  it('some 25 places of a hatchback, as large as a desk and a phone have room for', () => {
    const { places, width, height } = drawn(bodyNamed('hatchback'), nose)
    expect(places.length).toBeGreaterThanOrEqual(22)
    expect(places.length).toBeLessThanOrEqual(27)
    expect(width).toBeLessThanOrEqual(nose === 'left' ? 868 : 358)
    expect(height).toBeLessThanOrEqual(nose === 'left' ? 480 : 800)
  })
})

it('lies as the car does: the right side above with the nose to the left, glass outward, instruments before the driver, head restraints behind', () => {
  const { places } = drawn(bodyNamed('hatchback'), 'left')
  const place = (id: string) => places.find((p) => p.place.id === id)!
  const part = (id: string) => places.flatMap((p) => p.parts).find((p) => p.surface === id)!
  expect(place('seat-1r').y).toBeLessThan(place('seat-1l').y)
  expect(place('door-1r').y).toBeLessThan(place('seat-1r').y)
  expect(place('door-1l').y).toBeGreaterThan(place('seat-1l').y)
  expect(part('door-1l.glass-side').y).toBeGreaterThan(part('door-1l.door-card').y)
  expect(part('door-1r.glass-side').y).toBeLessThan(part('door-1r.door-card').y)
  expect(part('seat-1l.head-restraint').x).toBeGreaterThan(part('seat-1l.seat-base').x)
  // The driver sits on the left: below.
  expect(part('dash.cluster').y).toBeGreaterThan(part('dash.gloss-trim').y)
  const right = drawn({ ...bodyNamed('hatchback'), driverSide: 'right' }, 'left').places.flatMap((p) => p.parts)
  expect(right.find((p) => p.surface === 'dash.cluster')!.y).toBeLessThan(
    right.find((p) => p.surface === 'dash.gloss-trim')!.y,
  )
  // A seat's outer bolster is on the door's side.
  expect(part('seat-1l.bolster-outer').y).toBeGreaterThan(part('seat-1l.bolster-inner').y)
  expect(part('seat-1r.bolster-outer').y).toBeLessThan(part('seat-1r.bolster-inner').y)
})
