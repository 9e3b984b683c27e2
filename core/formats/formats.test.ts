import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { carDrawing } from '#core/cabin/car.ts'
import { placesOf } from '#core/cabin/places.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { carSvg } from './car-svg.ts'
import { headingFaults, readFleet } from './fleet.ts'

const place = { bodies: speak.catalogue(catalogue).bodies, zone: 'Etc/GMT', day: '2026-11-25' }

describe('a fleet list', () => {
  it('becomes drafts with the body’s own parameters and the shop’s times', () => {
    const [row] = readFleet(
      [{ Plate: 'RM 1', BODY: 'Estate, five seats', driver: 'Right', arrives: '9:30', due: '14.00', customer: 'Club' }],
      { ...place, zone: 'Etc/GMT-2' },
    )
    expect(row).toMatchObject({
      line: 2,
      faults: [],
      draft: { arrives: '2026-11-25T07:30:00.000Z', due: '2026-11-25T12:00:00.000Z', checkIn: { customer: 'Club' } },
    })
    expect(row!.draft!.checkIn.vehicle.body).toEqual({ ...bodyNamed('estate'), driverSide: 'right' })
  })
  it('tells each bad cell by line and column and keeps the good lines', () => {
    const rows = readFleet(
      [
        { plate: 'A 1', body: 'hatchback' },
        { plate: 'a-1', body: 'tank', driver: 'middle', vin: '123', day: 'soon', arrives: '25:00', due: '9' },
        { plate: '', body: 'saloon', arrives: '12:00', due: '11:00', make: 'x'.repeat(41) },
        { plate: 'B 2', body: 'van' },
        { plate: 'B 3', body: 'panel-van' },
      ],
      place,
    )
    expect(rows.map((r) => [r.line, r.draft !== null])).toEqual([
      [2, true],
      [3, false],
      [4, false],
      [5, false],
      [6, true],
    ])
    expect(rows[1]!.faults.map((f) => f.column).sort()).toEqual([
      'arrives',
      'body',
      'day',
      'driver',
      'due',
      'plate',
      'vin',
    ])
    expect(rows[1]!.faults.find((f) => f.column === 'plate')!.message).toContain('line 2')
    expect(rows[2]!.faults.map((f) => f.column).sort()).toEqual(['due', 'make', 'plate'])
  })
  it('needs its headings', () => {
    expect(headingFaults(['Plate', 'body', 'make'])).toEqual([])
    expect(headingFaults(['plate', 'colour', 'plate'])).toHaveLength(3)
  })
})

describe('the printed car', () => {
  const body = bodyNamed('hatchback')
  const drawing = carDrawing(body, placesOf(body, surfacesOf(body, catalogue.surfaces)), 'left')
  it('has every part and every place by name, and says soil and signs of a place where there are any', () => {
    const condition = {
      'seat-1l.seat-base': { soil: 3, hair: 1, stains: [{ kind: 'tannin', age: 'old' as const, attempts: 0 }] },
    }
    const svg = carSvg(drawing, condition, ({ kind, driver }) => (driver ? `driver ${kind}` : kind))
    const parts = drawing.places.reduce((sum, p) => sum + p.parts.length, 0)
    expect(svg.match(/<rect/g)).toHaveLength(parts + drawing.places.length)
    expect(svg.replaceAll(/<[^>]*>/g, ' ').replaceAll(/\s+/g, ' ')).toContain('driver seat 0–3 S H1')
  })
})
