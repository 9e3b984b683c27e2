import { fileUnder } from '#core/units/file-under.ts'
import type { Body, Surface } from './schema.ts'
import { placeOfSurface } from './surfaces.ts'

/** What a place of the car is: it is drawn as that, and its parts lie in it as they do there. */
export type PlaceKind =
  | 'windscreen'
  | 'dash'
  | 'console'
  | 'seat'
  | 'floor'
  | 'door'
  | 'visors'
  | 'roof'
  | 'sunroof'
  | 'pillars'
  | 'load'
  | 'lid'
  | 'cargo'
  | 'rear-glass'
  | 'mats'

/** What a place is called by. */
export interface PlaceName {
  kind: PlaceKind
  /** Row of seats from the front; 0 where it belongs to none. */
  row: number
  /** Rows of seats there are. */
  rows: number
  /** Seat, floor or door of a side: l, r, c, cl, cr. */
  letter: string
  driver: boolean
  sliding: boolean
  /** What closes the load area. */
  load: Body['load']
}

/** One place of a car as people point at it, with its surfaces in the order of the body's list. */
export interface CarPlace {
  id: string
  name: PlaceName
  surfaces: readonly Surface[]
}

/** Kinds of surface that are a place apart from the zone they lie in. */
const apart: Record<string, string> = {
  mat: 'mats',
  visor: 'visors',
  mirrors: 'visors',
  lamps: 'visors',
  'roof-glass': 'sunroof',
  'roof-drains': 'sunroof',
  'roof-track': 'sunroof',
  'roof-shade': 'sunroof',
  'hatch-lining': 'lid',
  'hatch-jamb': 'lid',
  'hatch-seal': 'lid',
  'glass-front': 'windscreen',
  'glass-front-out': 'windscreen',
  'glass-rear': 'rear-glass',
  'glass-rear-out': 'rear-glass',
}

type Lying = Pick<Surface, 'id' | 'kind'>

/** The place that a surface is a part of. */
export const placeIdOf = (surface: Lying): string => {
  const zone = placeOfSurface(surface)
  return apart[surface.kind] ?? (zone.startsWith('pillar-') ? 'pillars' : zone)
}

const kinds: Record<string, PlaceKind> = { foot: 'floor', overhead: 'roof' }

function nameOf(id: string, surface: Surface, body: Body): PlaceName {
  const [, stem = id, row = '0', letter = ''] = /^([a-z-]+?)(?:-(\d)([a-z]*))?$/.exec(id) ?? []
  return {
    kind: (kinds[stem] ?? stem) as PlaceKind,
    row: Number(row),
    rows: body.rows.length,
    letter,
    driver: Number(row) === 1 && letter === body.driverSide[0],
    sliding: surface.name.sliding === true,
    load: body.load,
  }
}

/**
 * The places of a car: some 25 of them, by what one points at. Every surface lies in exactly one.
 * @param surfaces of the body, as `surfacesOf` lists them
 */
export function placesOf(body: Body, surfaces: readonly Surface[]): CarPlace[] {
  const found = new Map<string, Surface[]>()
  for (const surface of surfaces) fileUnder(found, placeIdOf(surface), surface)
  return [...found].map(([id, parts]) => ({ id, name: nameOf(id, parts[0]!, body), surfaces: parts }))
}
