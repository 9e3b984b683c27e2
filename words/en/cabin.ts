import type { PlaceName } from '#core/cabin/places.ts'
import { sentence } from '#core/units/format.ts'
import type { CabinWords } from '#words/names.ts'

const side: Record<string, string> = { l: 'left', r: 'right', c: 'centre', cl: 'centre left', cr: 'centre right' }
const rowWord = (row: number, rows: number) =>
  row === 1 ? 'Front' : row === rows && rows === 2 ? 'Rear' : row === 2 ? 'Second-row' : 'Third-row'

const groups: Record<string, string> = {
  dash: 'dash and console',
  'doors-left': 'left doors',
  'doors-right': 'right doors',
  overhead: 'overhead',
  pillars: 'pillars and hatch',
  'pillars-alone': 'pillars',
  load: 'load area',
  bed: 'pickup bed',
  mats: 'mats',
  glass: 'inside glass',
  'glass-outside': 'outside glass',
  jambs: 'all jambs',
  belts: 'belts',
  car: 'whole car',
}

/** Row and side of a zone that has them: "seat-2cl" is row 2, "cl". */
const rowAndSide = (zone: string) => {
  const [, row = '0', letters = ''] = /-(\d)([a-z]*)$/.exec(zone) ?? []
  return { row: Number(row), letters }
}

const middles: Record<string, string> = {
  dash: 'dash',
  console: 'console',
  load: 'load area',
  cargo: 'load bay',
  mats: 'mats',
  'glass-glass-front': 'windscreen',
  'glass-glass-rear': 'rear glass',
  'glass-roof-glass': 'roof glass',
  'glass-mirrors': 'mirrors',
  'glass-outside-glass-front-out': 'windscreen',
  'glass-outside-glass-rear-out': 'rear glass',
  'jambs-hatch-jamb': 'hatch jamb',
  'jambs-hatch-seal': 'hatch seal',
  'jambs-cargo-jamb': 'cargo door jambs',
  'jambs-roof-drains': 'roof drains',
  'jambs-roof-track': 'sunroof track',
  'jambs-top-seals': 'soft-top seals',
}
const placeKinds: Record<string, string> = {
  seat: 'seat',
  foot: 'footwell',
  door: 'door',
  overhead: 'roof',
  pillar: 'pillars',
  glass: 'glass',
  'glass-outside': 'glass',
  jambs: 'jambs',
}
const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

/** Where a zone is: its kind, row, and side; none in the middle of the car. */
function whereIs(zone: string) {
  const [, kind = zone, row = '', letters = 'c'] = /^([a-z-]+?)-(\d?)([a-z]{0,2})$/.exec(zone) ?? []
  return { kind, row: Number(row), side: letters.endsWith('l') ? 'left' : letters.endsWith('r') ? 'right' : undefined }
}

function placeName(zone: string, rows: number): string {
  const { kind, row, side } = whereIs(zone)
  const middle = middles[zone]
  if (middle) return middle
  const words = [row > 0 ? rowWord(row, rows).toLowerCase() : '', side ?? (kind === 'seat' ? 'centre' : '')]
  return [...words, placeKinds[kind] ?? kind].filter(Boolean).join(' ')
}

/** In front a seat, a door and a footwell are the driver’s or the passenger’s; undefined for other places. */
function ofFront(zone: string, driver: 'left' | 'right'): string | undefined {
  const { kind, row, side } = whereIs(zone)
  if (row !== 1 || side === undefined || !['seat', 'door', 'foot'].includes(kind)) return undefined
  return `${side === driver ? 'driver’s' : 'passenger’s'} ${placeKinds[kind]}`
}

/** A place in two ways: by itself, and where the drawing says which row and side it is. */
const placeWords: Record<PlaceName['kind'], (name: PlaceName) => [name: string, short?: string]> = {
  windscreen: () => ['windscreen'],
  dash: () => ['dash and wheel', 'Dash'],
  console: () => ['console'],
  seat: ({ row, letter, driver, rows }) => {
    if (row === 1 && letter !== 'c')
      return [driver ? 'driver’s seat' : 'passenger’s seat', driver ? 'Driver' : 'Passenger']
    const words = `${rowWord(row, rows)} ${letter === 'c' ? 'middle' : side[letter]}`
    return [`${words} seat`, words]
  },
  floor: ({ row, letter, driver, rows }) =>
    row === 1
      ? [driver ? 'driver’s floor' : 'passenger’s floor', 'Floor']
      : [`${rowWord(row, rows)} ${side[letter]} floor`, 'Floor'],
  door: ({ row, letter, driver, rows, sliding }) =>
    row === 1
      ? [driver ? 'driver’s door' : 'passenger’s door']
      : [`${rowWord(row, rows)} ${side[letter]} ${sliding ? 'sliding door' : 'door'}`],
  visors: () => ['visors, lamps and mirrors', 'Visors, lamps'],
  roof: ({ row, rows }) => [rows === 1 ? 'roof lining' : `roof lining, ${rowWord(row, rows).toLowerCase()}`],
  sunroof: () => ['sunroof'],
  pillars: () => ['pillars'],
  load: ({ load }) => [load === 'boot' ? 'boot' : 'load area'],
  lid: ({ load }) => [load === 'boot' ? 'boot lid' : 'tailgate'],
  cargo: ({ load }) => [load === 'bed' ? 'pickup bed' : 'cargo bay'],
  'rear-glass': () => ['rear glass'],
  mats: () => ['mats, out of the car'],
}

export const cabin: CabinWords = {
  place(name) {
    const [whole, short = whole] = placeWords[name.kind](name)
    return { name: sentence(whole), short: sentence(short) }
  },
  part({ place, zone, rows }, kind) {
    // Mats and pillars lie together, whichever row and side they are of.
    const { row, letters } = rowAndSide(zone)
    const where = [rowWord(row, rows).toLowerCase(), side[letters]].filter(Boolean).join(' ')
    if (kind === 'mat' || place === 'pillar') return sentence(place === 'pillar' ? where : `${where} mat`)
    return sentence(kind.replace(/^door /, ''))
  },
  zones: (zones, driver, rows) => listed(zones.map((zone) => ofFront(zone, driver) ?? placeName(zone, rows))),
  places(zones, driver, rows) {
    const sides = new Set(zones.flatMap((zone) => whereIs(zone).side ?? []))
    const [side] = sides
    if (sides.size !== 1) return listed(zones.map((zone) => placeName(zone, rows)))
    const middle = zones.filter((zone) => !whereIs(zone).side).map((zone) => placeName(zone, rows))
    const whole = side === driver ? 'driver’s side' : 'passenger side'
    return listed([whole, ...middle])
  },
  surface({ place, zone, rows, driver, sliding }, kind) {
    const { row, letters } = rowAndSide(zone)
    const front = driver ? 'Driver' : 'Passenger'
    const where = `${rowWord(row, rows)} ${side[letters]}`
    const label: Record<string, () => string> = {
      seat: () => `${row === 1 && letters !== 'c' ? front : where} seat`,
      foot: () => `${row === 1 ? front : where} footwell`,
      overhead: () => `${rowWord(row, rows)} roof`,
      pillar: () => rowWord(row, rows),
      door: () => (row === 1 ? `${front}’s door` : `${where} ${sliding ? 'sliding door' : 'door'}`),
    }
    const labelled: Record<string, keyof typeof label> = {
      bucket: 'seat',
      bench: 'seat',
      'rear-seat': 'seat',
      'door-sliding': 'door',
      'overhead-soft': 'overhead',
      'foot-front': 'foot',
      'foot-rear': 'foot',
      overhead: 'overhead',
      pillar: 'pillar',
      'door-front': 'door',
      'door-rear': 'door',
    }
    const of = labelled[place]
    // A door's pull is not its "door pull" twice.
    return sentence(of ? `${label[of]!()} ${of === 'door' ? kind.replace(/^door /, '') : kind}` : kind)
  },
  group(group, rows) {
    const match = /^(seats|floor)-(\d)$/.exec(group)
    if (!match) return groups[group] ?? group
    return `${rowWord(Number(match[2]), rows).toLowerCase()} ${match[1]}`
  },
}
