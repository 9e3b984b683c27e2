import type { Body, Dimensions, Surface, SurfaceKind } from './schema.ts'

/** Materials that do not vary with the body's parameters. */
const slots: Record<string, string> = {
  trim: 'textured-plastic',
  lens: 'screen',
  wheel: 'coated-leather',
  rubber: 'rubber-seal',
  grille: 'speaker-grille',
  glass: 'plain-glass',
  'rear-glass': 'printed-glass',
  headliner: 'fabric-headliner',
  jamb: 'painted-jamb',
  belt: 'belt',
  gloss: 'gloss-black',
  seal: 'rubber-seal',
  mirror: 'plain-glass',
  cargo: 'bare-steel',
}

/** Parts of a door that are of the usual trim where the body says nothing of them. */
const asTrim = new Set(['upper', 'insert'])

/** What a roof is made of inside, and a soft-top's rear window. */
const byRoof: Record<NonNullable<Body['roof']>, Record<string, string>> = {
  headliner: {},
  sunroof: {},
  suede: { headliner: 'suede-headliner' },
  'soft-top': { 'rear-glass': 'plastic-window' },
}

/** The mid-size reference cabin (m): the catalogue's areas are this one's. */
export const referenceCabin: Dimensions = { width: 1.42, pitch: 0.86, height: 1.12, load: 0.8 }

/** What a cargo bay and a pickup's bed are measured against (m): a van's is three times as long as a hatchback's load area. */
const loadLengths: Record<string, number> = { cargo: 2.4, bed: 1.5 }

/** How many times its reference area a kind has in this body. */
function growth(body: Body, kind: SurfaceKind): number {
  if (!body.dimensions) return body.scale
  const { dimensions } = body
  const reference = { ...referenceCabin, load: loadLengths[kind.place] ?? referenceCabin.load }
  return kind.grows.reduce((product, along) => product * (dimensions[along] / reference[along]), 1)
}

interface Place {
  place: string
  zone: string
  zoneGroup: string
  row: number
  /** What its name says of the car: see `SurfaceName`. */
  driver?: boolean
  sliding?: boolean
}

const lateral: Record<number, string[]> = { 1: ['c'], 2: ['l', 'r'], 3: ['l', 'c', 'r'], 4: ['l', 'cl', 'cr', 'r'] }

/** Seats side by side without gaps between them; a fold-flat row is one. */
export const isBench = (kind: Body['rows'][number]['kind']): boolean => kind === 'bench' || kind === 'fold'

/** Letters of the seats of a row, left to right. */
export const seatLetters = (seats: number): string[] => lateral[seats] ?? []

const isDriver = (body: Body, row: number, letter: string) => row === 1 && letter === body.driverSide[0]

function rowPlaces(body: Body, row: number): Place[] {
  const { kind, seats } = body.rows[row - 1]!
  const seatPlace = isBench(kind) ? 'bench' : 'bucket'
  const letters = seatLetters(seats)
  const places: Place[] = letters.map((letter) => ({
    place: seatPlace,
    zone: `seat-${row}${letter}`,
    zoneGroup: `seats-${row}`,
    row,
    driver: isDriver(body, row, letter),
  }))
  if (row > 1)
    for (const letter of letters.filter((l) => l === 'l' || l === 'r'))
      places.push({ place: 'rear-seat', zone: `seat-${row}${letter}`, zoneGroup: `seats-${row}`, row })
  for (const letter of ['l', 'r']) {
    places.push({
      place: row === 1 ? 'foot-front' : 'foot-rear',
      zone: `foot-${row}${letter}`,
      zoneGroup: `floor-${row}`,
      row,
      driver: isDriver(body, row, letter),
    })
  }
  places.push({
    place: body.roof === 'soft-top' ? 'overhead-soft' : 'overhead',
    zone: `overhead-${row}`,
    zoneGroup: 'overhead',
    row,
  })
  places.push({ place: 'pillar', zone: `pillar-${row}`, zoneGroup: 'pillars', row })
  return places
}

/** Letters of the sides a door pair has. */
export const sidesOf = (side: Body['doors'][number]['side']): ('l' | 'r')[] =>
  side === undefined ? ['l', 'r'] : side === 'left' ? ['l'] : ['r']

function doorPlaces(body: Body): Place[] {
  return body.doors.flatMap(({ row, kind, side }) =>
    sidesOf(side).flatMap((letter) => {
      const door = {
        place: row === 1 ? 'door-front' : 'door-rear',
        zone: `door-${row}${letter}`,
        zoneGroup: letter === 'l' ? 'doors-left' : 'doors-right',
        row,
        driver: isDriver(body, row, letter),
        sliding: kind === 'sliding',
      }
      return door.sliding ? [door, { ...door, place: 'door-sliding' }] : [door]
    }),
  )
}

function places(body: Body): Place[] {
  const list: Place[] = [
    { place: 'dash', zone: 'dash', zoneGroup: 'dash', row: 0 },
    { place: 'wheel', zone: 'dash', zoneGroup: 'dash', row: 0 },
    { place: 'tunnel', zone: 'foot-1l', zoneGroup: 'floor-1', row: 1 },
    { place: 'overhead-front', zone: 'overhead-1', zoneGroup: 'overhead', row: 1 },
    { place: 'glass', zone: 'glass', zoneGroup: 'glass', row: 0 },
  ]
  const front = body.rows[0]!
  // A bench or a single seat in front leaves no room for a console between the seats.
  if (!isBench(front.kind) && front.seats === 2)
    list.push({ place: 'console', zone: 'console', zoneGroup: 'dash', row: 1 })
  for (let row = 1; row <= body.rows.length; row++) list.push(...rowPlaces(body, row))
  list.push(...doorPlaces(body))
  const hasLoad = body.load === 'hatch' || body.load === 'boot'
  if (body.roof === 'sunroof') list.push({ place: 'sunroof', zone: 'overhead-1', zoneGroup: 'overhead', row: 1 })
  if (body.roof === 'soft-top') {
    list.push({ place: 'soft-top', zone: 'overhead-1', zoneGroup: 'overhead', row: 1 })
    if (hasLoad) list.push({ place: 'top-well', zone: 'load', zoneGroup: 'load', row: 0 })
  }
  if (hasLoad && body.rows.some((r) => r.kind === 'fold'))
    list.push({ place: 'fold', zone: 'load', zoneGroup: 'load', row: 0 })
  if (body.shelf) list.push({ place: 'shelf', zone: 'load', zoneGroup: 'load', row: 0 })
  if (body.load === 'cargo') list.push({ place: 'cargo', zone: 'cargo', zoneGroup: 'load', row: 0 })
  else if (body.load === 'bed') list.push({ place: 'bed', zone: 'cargo', zoneGroup: 'bed', row: 0 })
  else if (body.load !== 'none') list.push({ place: 'load', zone: 'load', zoneGroup: 'load', row: 0 })
  return list
}

/** Zone that a surface lies in, wherever it is worked: a door's glass is the door's, a mat its footwell's. */
export const placeOfSurface = ({ id }: Pick<Surface, 'id'>): string => id.slice(0, id.indexOf('.'))

/** Some kinds are worked in another group than their place: all side glass is one pass, all jambs are one pass, mats leave the car. */
/** Keyed by group or kind. */
const regroup: Record<string, { zoneGroup: string; zone?: string }> = {
  'glass-in': { zoneGroup: 'glass', zone: 'glass' },
  'glass-out': { zoneGroup: 'glass-outside', zone: 'glass-outside' },
  jamb: { zoneGroup: 'jambs', zone: 'jambs' },
  mat: { zoneGroup: 'mats', zone: 'mats' },
  'hatch-lining': { zoneGroup: 'pillars' },
  'load-well': { zoneGroup: 'pillars' },
  'top-well': { zoneGroup: 'pillars' },
  belt: { zoneGroup: 'belts' },
}

function materialOf(body: Body, slot: string): string | undefined {
  const said = body.materials[slot as keyof Body['materials']]
  return said ?? (asTrim.has(slot) ? materialOf(body, 'trim') : (byRoof[body.roof ?? 'headliner'][slot] ?? slots[slot]))
}

/**
 * All surfaces of a body, in a stable order, with ids made of zone and kind (`seat-1l.seat-base`).
 * @param body parameters; areas (m²) are the catalogue's, grown by the body's dimensions over the reference cabin's, or by its `scale`
 * @param kinds the catalogue's surface kinds
 */
export function surfacesOf(body: Body, kinds: readonly SurfaceKind[]): Surface[] {
  return places(body).flatMap((place) =>
    kinds
      .filter((kind) => kind.place === place.place)
      .map((kind) => {
        const moved = regroup[kind.group] ?? regroup[kind.kind]
        const slot = materialOf(body, kind.material)
        if (!slot)
          throw new Error(`Surface kind "${kind.kind}" names the material slot "${kind.material}", which no body has.`)
        return {
          id: `${place.zone}.${kind.kind}`,
          kind: kind.kind,
          zone: moved?.zone ?? place.zone,
          // Rails and gaps are floor work, though they belong to the seat's own zone.
          zoneGroup: kind.group === 'gap' ? `floor-${place.row}` : (moved?.zoneGroup ?? place.zoneGroup),
          row: place.row,
          name: {
            kind: kind.kind,
            place: kind.place,
            zone: place.zone,
            rows: body.rows.length,
            ...(place.driver ? { driver: true as const } : {}),
            ...(place.sliding ? { sliding: true as const } : {}),
          },
          group: kind.group,
          material: slot,
          area: Math.round(kind.area * growth(body, kind) * 1000) / 1000,
          visibility: kind.visibility,
          touch: kind.touch,
          ...(kind.must === undefined ? {} : { must: kind.must }),
          ...(kind.extra ? { extra: true as const } : {}),
          access: place.row === 3 ? Math.max(kind.access, 1.1) : kind.access,
          dress: kind.dress,
        }
      }),
  )
}
