import { describe, expect, it } from 'vitest'
import { catalogue } from '#catalogue/catalogue.ts'
import { sheetOf } from '#core/cabin/sheet.ts'
import { surfacesOf } from '#core/cabin/surfaces.ts'
import { speak } from '#words/en/speak.ts'
import { bodyNamed } from '../../tests/fixtures/cars.ts'
import { cabinSvg, lettersOf } from './cabin-svg.ts'
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

describe('the printed cabin sheet', () => {
  const body = bodyNamed('hatchback')
  const sheet = sheetOf(body, surfacesOf(body, catalogue.surfaces))
  it('has a rectangle a surface, and says soil and letters where there are any', () => {
    const svg = cabinSvg(sheet, {
      'seat-1l.seat-base': { soil: 3, hair: 1, stains: [{ kind: 'tannin', age: 'old', attempts: 0 }] },
    })
    expect(svg.match(/<rect/g)).toHaveLength(sheet.patches.length)
    expect(svg).toContain('>3SH</text>')
    expect(svg.match(/<text/g)).toHaveLength(1)
  })
  it('letters come in the order of what stops work first', () => {
    expect(
      lettersOf({ soil: 0, sand: 1, hair: 1, moisture: 'damp', damage: [{ kind: 'burn' }], biohazard: ['blood'] }),
    ).toBe('BDWHG')
    expect(lettersOf(undefined)).toBe('')
  })
})
