import { fileUnder } from '#core/units/file-under.ts'
import type { CarPlace, PlaceKind } from './places.ts'

/** A rectangle; units are those of the drawing it is in, the origin at its top left. */
export interface Box {
  x: number
  y: number
  w: number
  h: number
}
/** A part of a place as it lies in it. */
export interface Part extends Box {
  surface: string
}

/** One row of parts across a place, and how much of its height it takes. */
type PartRow = readonly [share: number, ...kinds: readonly string[]]

/**
 * How the parts of a place lie in it, row by row from its top: a seat with its head restraint up, a door with its glass up and its sill
 * down, a floor and a dash with the front of the car up. A number in a kind's place of the row is room that stays free.
 */
const lying: Partial<Record<PlaceKind, readonly PartRow[]>> = {
  seat: [
    [2, '1', 'head-restraint', '1'],
    [4, 'bolster-outer', 'seat-back*3', 'bolster-inner'],
    [1.3, 'seat-crease'],
    [4, 'seat-base'],
    [1.5, 'seat-face'],
    [2, 'gap', 'under-seat', 'belt', 'buckle'],
    [1.5, 'seat-pocket', 'seat-shell', 'anchors'],
  ],
  dash: [
    [2.2, 'dash-top'],
    [2, 'cluster', 'screen', 'vents', 'gloss-trim'],
    [2, 'switches', 'dash-face', 'glovebox', 'glovebox-inside'],
    [2.6, 'wheel-front', 'wheel-back', 'stalks'],
    [2, 'pedals', 'foot-vents', 'kick-panels'],
  ],
  door: [
    [1.3, 'glass-side-out'],
    [1.3, 'glass-side'],
    [1, 'lip-line'],
    [1.6, 'door-upper'],
    [1.6, 'door-pull', 'door-switches'],
    [2, 'door-insert', 'door-card', 'door-edge'],
    [2, 'door-pocket', 'door-cup', 'door-speaker'],
    [1.8, 'sill', 'jamb', 'door-seal'],
    [1.3, 'slide-track'],
  ],
  console: [
    [2, 'gate', 'lever'],
    [2, 'console'],
    [2, 'cup-holders'],
    [2, 'armrest', 'cubby'],
  ],
  floor: [
    [3, 'carpet'],
    [1.4, 'tunnel'],
  ],
  load: [
    [1.6, 'parcel-shelf'],
    [2, 'load-side'],
    [4, 'load-floor'],
    [2, 'load-well', 'fold-well', 'top-well'],
  ],
  lid: [
    [2, 'hatch-lining'],
    [1, 'hatch-jamb', 'hatch-seal'],
  ],
  cargo: [
    [1.5, 'bulkhead'],
    [2, 'cargo-walls'],
    [4, 'cargo-floor'],
    [1.5, 'tailgate'],
    [1.3, 'cargo-jamb'],
  ],
}

/** Whatever a place has beside what is said of it: three in a row. */
const others = (kinds: readonly string[]): PartRow[] =>
  Array.from({ length: Math.ceil(kinds.length / 3) }, (_, i) => [2, ...kinds.slice(i * 3, i * 3 + 3)] as const)

interface Cell {
  surface: string | undefined
  share: number
}

/** Rows with only what this place has. A kind that is there several times (mats, pillars) takes a cell for each. */
function rowsOf(place: CarPlace): { share: number; cells: Cell[] }[] {
  const byKind = new Map<string, string[]>()
  for (const s of place.surfaces) fileUnder(byKind, s.kind, s.id)
  const said = lying[place.name.kind] ?? []
  const known = new Set(said.flatMap(([, ...kinds]) => kinds.map((k) => k.split('*')[0]!)))
  const rest = place.surfaces.filter((s) => !known.has(s.kind)).map((s) => s.id)
  const found = said.map(([share, ...kinds]) => ({
    share,
    cells: kinds.flatMap((written): Cell[] => {
      const [kind = '', times = '1'] = written.split('*')
      if (/^\d+$/.test(kind)) return [{ surface: undefined, share: Number(kind) }]
      return (byKind.get(kind) ?? []).map((surface) => ({ surface, share: Number(times) }))
    }),
  }))
  return [
    ...found,
    ...others(rest).map(([share, ...ids]) => ({ share, cells: ids.map((surface) => ({ surface, share: 1 })) })),
  ].filter(({ cells }) => cells.some((c) => c.surface))
}

/** Pixels, the smallest a finger hits (interface.md). */
export const leastTouch = 44
/** Pixels, the least height of a row of an opened place: a few more, for it is drawn a little smaller than its pixels. */
export const leastRow = 47
/** Pixels of an opened place's height for each share of a row. */
const perShare = 16

/** The height an opened place needs for every part to be under a finger, in pixels. */
export function openedHeight(place: CarPlace, gap: number): number {
  const rows = rowsOf(place)
  return rows.reduce((sum, r) => sum + Math.max(leastRow, r.share * perShare), 0) + gap * (rows.length - 1)
}

/**
 * The parts of a place laid out in a box, its top up.
 * @param gap units between parts
 * @param least height of a row
 */
export function partsIn(place: CarPlace, { x, y, w, h }: Box, gap: number, least = 0): Part[] {
  const rows = rowsOf(place)
  const inner = h - gap * (rows.length - 1)
  const wanted = rows.map((r) => Math.max(least, r.share * perShare))
  const all = wanted.reduce((sum, height) => sum + height, 0)
  let top = y
  return rows.flatMap(({ cells }, i) => {
    const height = (inner * wanted[i]!) / all
    const row = top
    top += height + gap
    const across = cells.reduce((sum, c) => sum + c.share, 0)
    const width = w - gap * (cells.length - 1)
    let left = x
    return cells.flatMap((cell) => {
      const from = left
      const wide = (width * cell.share) / across
      left += wide + gap
      return cell.surface ? [{ surface: cell.surface, x: from, y: row, w: wide, h: height }] : []
    })
  })
}

/** Where a place's top points on a drawing. */
export type Facing = 'up' | 'down' | 'left' | 'right'

/**
 * The parts of a place in a box, turned so that its top points where it does there.
 * @param mirrored its left and right changed over
 */
export function partsFacing(
  place: CarPlace,
  box: Box,
  facing: Facing,
  mirrored: boolean,
  gap: number,
  least = 0,
): Part[] {
  const across = facing === 'left' || facing === 'right'
  const width = across ? box.h : box.w
  const upright = partsIn(place, { x: 0, y: 0, w: width, h: across ? box.w : box.h }, gap, least)
  return upright.map(({ surface, x: from, y, w, h }) => {
    const x = mirrored ? width - from - w : from
    if (facing === 'up') return { surface, x: box.x + x, y: box.y + y, w, h }
    if (facing === 'down') return { surface, x: box.x + x, y: box.y + box.h - y - h, w, h }
    if (facing === 'left') return { surface, x: box.x + y, y: box.y + x, w: h, h: w }
    return { surface, x: box.x + box.w - y - h, y: box.y + x, w: h, h: w }
  })
}
