import type { CarPlace } from './places.ts'
import type { Body } from './schema.ts'

/** Where a place comes in the walk: first what the driver's door opens, then the car's tail, then the passenger's side forwards. */
function turn({ name }: CarPlace, { driverSide, rows }: Body): [leg: number, row: number, kind: number] {
  const side = driverSide === 'left' ? 'l' : 'r'
  const { kind, row, letter } = name
  const atFront = ['dash', 'console', 'windscreen', 'visors', 'sunroof']
  if (atFront.includes(kind)) return [0, 1, 3 + atFront.indexOf(kind)]
  const inRow = ['door', 'seat', 'floor', 'roof']
  if (inRow.includes(kind)) {
    // The roof is looked at from the driver's side; what stands in the middle is reached from the other.
    const onWayOut = kind === 'roof' || letter.endsWith(side)
    const at = kind === 'roof' ? 9 : inRow.indexOf(kind)
    return onWayOut ? [0, row, at] : [2, rows.length - row, at]
  }
  const behind = ['lid', 'load', 'cargo', 'rear-glass']
  if (behind.includes(kind)) return [1, 0, behind.indexOf(kind)]
  return [3, 0, kind === 'pillars' ? 0 : 1]
}

/**
 * The places in the order in which one walks round the car: driver's door, seat, floor and what one sees from there, the rows behind, the
 * tail, then the other side forwards, at last pillars and the mats outside.
 */
export function walkRound(places: readonly CarPlace[], body: Body): CarPlace[] {
  const keyed = places.map((place) => ({ place, key: turn(place, body) }))
  keyed.sort((a, b) => a.key[0] - b.key[0] || a.key[1] - b.key[1] || a.key[2] - b.key[2])
  return keyed.map(({ place }) => place)
}
