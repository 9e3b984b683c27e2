import { plateKey } from '#core/cabin/plate.ts'
import type { Body } from '#core/cabin/schema.ts'
import { readVin } from '#core/cabin/vin.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { momentOf } from '#core/units/shop-time.ts'

/** The columns of a fleet list, in any order and any case; the first two are needed. */
export const fleetColumns = [
  'plate',
  'body',
  'make',
  'model',
  'customer',
  'driver',
  'vin',
  'day',
  'arrives',
  'due',
] as const
type Column = (typeof fleetColumns)[number]

/** One line of a fleet list, read: either a draft, or what is wrong with it. `line` counts from 1, the heading is 1. */
export interface FleetRow {
  line: number
  plate: string
  faults: { column: string; message: string }[]
  draft: { checkIn: CheckIn; arrives: string; due: string | null } | null
}

const clock = /^([01]?\d|2[0-3])[:.]([0-5]\d)$/
const minutesOf = (text: string): number | undefined => {
  const found = clock.exec(text.trim())
  return found ? Number(found[1]) * 60 + Number(found[2]) : undefined
}

/** Headings that are missing or unknown, in a sentence each; empty when the list can be read. */
export function headingFaults(headings: readonly string[]): string[] {
  const known = headings.map((h) => h.trim().toLowerCase())
  const missing = (['plate', 'body'] as const).filter((c) => !known.includes(c))
  const unknown = known.filter((h) => h !== '' && !fleetColumns.includes(h as Column))
  const doubled = known.filter((h, i) => h !== '' && known.indexOf(h) !== i)
  return [
    ...missing.map((c) => `The column “${c}” is missing.`),
    ...unknown.map((c) => `The column “${c}” is not known; there are ${fleetColumns.join(', ')}.`),
    ...doubled.map((c) => `The column “${c}” is there twice.`),
  ]
}

/**
 * Reads the lines of a fleet list into drafts, each on its own: a bad line says what is wrong and does not spoil the others.
 * @param lines cells by heading, as the CSV reader gives them
 * @param place the shop's bodies, time zone and calendar day ("2026-11-25", used where a line has none)
 */
export function readFleet(
  lines: readonly Record<string, string>[],
  place: { bodies: readonly Body[]; zone: string; day: string },
): FleetRow[] {
  const seen = new Map<string, number>()
  return lines.map((cells, index) => {
    const line = index + 2
    const cell = Object.fromEntries(
      Object.entries(cells).map(([heading, value]) => [heading.trim().toLowerCase(), (value ?? '').trim()]),
    ) as Partial<Record<Column, string>>
    const faults: FleetRow['faults'] = []
    const fault = (column: Column, message: string) => void faults.push({ column, message })
    const longest = (column: Column, most: number) => {
      const text = cell[column] ?? ''
      if (text.length > most) fault(column, `Longer than ${most} signs.`)
      return text
    }
    const plate = longest('plate', 16)
    const key = plateKey(plate)
    if (key === '') fault('plate', 'A plate is needed.')
    else if (seen.has(key)) fault('plate', `The same plate stands in line ${seen.get(key)}.`)
    else seen.set(key, line)
    const wanted = (cell.body ?? '').toLowerCase()
    const body = place.bodies.find((b) => b.id === wanted || b.name.toLowerCase() === wanted)
    if (!body)
      fault('body', `No body is called “${cell.body ?? ''}”; there are ${place.bodies.map((b) => b.id).join(', ')}.`)
    const driver = (cell.driver ?? '').toLowerCase()
    if (!['', 'left', 'right'].includes(driver)) fault('driver', 'Write left or right.')
    const vin = cell.vin ? readVin(cell.vin) : undefined
    if (vin && (vin.verdict === 'malformed' || vin.verdict === 'wrong-check-digit')) fault('vin', vin.message)
    const day = cell.day || place.day
    if (!/^\d{4}-\d{2}-\d{2}$/.test(day) || Number.isNaN(Date.parse(`${day}T00:00:00Z`)))
      fault('day', 'Write the day as 2026-11-25.')
    const [from, to] = (['arrives', 'due'] as const).map((column) => {
      const minutes = cell[column] ? minutesOf(cell[column]) : undefined
      if (cell[column] && minutes === undefined) fault(column, 'Write the time as 13:30.')
      return minutes
    })
    if (from !== undefined && to !== undefined && to <= from) fault('due', 'Due before it arrives.')
    const [make, model, customer] = [longest('make', 40), longest('model', 40), longest('customer', 80)]
    if (faults.length > 0 || !body) return { line, plate, faults, draft: null }
    return {
      line,
      plate,
      faults,
      draft: {
        checkIn: {
          vehicle: {
            plate,
            ...(vin ? { vin: vin.vin } : {}),
            make,
            model,
            body: driver === '' ? body : { ...body, driverSide: driver as 'left' | 'right' },
          },
          customer,
          condition: {},
          permissions: {},
          belongings: [],
        },
        arrives: momentOf(place.zone, day, from ?? 8 * 60),
        due: to === undefined ? null : momentOf(place.zone, day, to),
      },
    }
  })
}
