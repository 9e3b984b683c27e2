import type { Fault } from '#core/units/fault.ts'
import type { Body } from './schema.ts'

/** What is contradictory about a body's parameters, by JSON Pointer below `pointer`; empty when it can be built. */
export function bodyFaults(body: Body, pointer: string): Fault[] {
  const faults: Fault[] = []
  body.doors.forEach((door, i) => {
    if (door.row > body.rows.length)
      faults.push({
        pointer: `${pointer}/doors/${i}/row`,
        message: `There is no row ${door.row}: the body has ${body.rows.length}.`,
      })
    if (body.doors.findIndex((d) => d.row === door.row) < i)
      faults.push({ pointer: `${pointer}/doors/${i}/row`, message: `Row ${door.row} has its doors already.` })
  })
  if (!body.doors.some((door) => door.row === 1))
    faults.push({ pointer: `${pointer}/doors`, message: 'The front row has no doors.' })
  if (body.shelf && body.load !== 'hatch' && body.load !== 'boot')
    faults.push({ pointer: `${pointer}/shelf`, message: 'A parcel shelf needs a hatch or a boot behind it.' })
  return faults
}
