import type { Body, Surface } from './schema.ts'
import { isBench, seatLetters, sidesOf } from './surfaces.ts'

/** A patch of the unfolded car: the surface and its rectangle in sheet units (origin top left, front of the car at left). */
export interface Patch {
  surface: string
  x: number
  y: number
  w: number
  h: number
  /** Corner radius. */
  r: number
}

export interface Sheet {
  width: number
  height: number
  patches: Patch[]
  /** Where the wheel's ring is drawn: it belongs to the patch "dash.wheel-front". */
  wheel: { x: number; y: number; r: number }
  /** Outline of the cabin floor, for the dotted line. */
  outline: { x: number; y: number; w: number; h: number }
}

/** Sheet units. The car's right side is at the top, because the front points left and we look down on it. */
const cabin = { top: 262, bottom: 502 }
const rowStart = (row: number) => 176 + (row - 1) * 264
const rowLength = 264

type Rect = Omit<Patch, 'surface'>
const rect = (x: number, y: number, w: number, h: number, r = 5): Rect => ({ x, y, w, h, r })

/** The y interval of each seat of a row, top (right) to bottom (left). */
function seatSlots(body: Body, row: number): Record<string, { y: number; h: number }> {
  const { seats, kind } = body.rows[row - 1]!
  const letters = [...seatLetters(seats)].reverse()
  const height = cabin.bottom - cabin.top
  if (!isBench(kind) && seats === 2) return { r: { y: cabin.top, h: 98 }, l: { y: cabin.bottom - 98, h: 98 } }
  const each = height / letters.length
  return Object.fromEntries(letters.map((letter, i) => [letter, { y: cabin.top + i * each + 1, h: each - 2 }]))
}

function bucketSeat(x: number, y: number, h: number, outerAtTop: boolean): Record<string, Rect> {
  const strip = 11
  const outer = outerAtTop ? y + strip + 2 : y + h - 2 * strip - 2
  const inner = outerAtTop ? y + h - strip : y
  const gap = outerAtTop ? y : y + h - strip
  const seatY = outerAtTop ? y + 2 * strip + 4 : y + strip + 2
  const seatH = h - 3 * strip - 6
  return {
    gap: rect(x + 74, gap, 36, strip, 4),
    'under-seat': rect(x + 112, gap, 28, strip, 4),
    belt: rect(x + 143, gap, 40, strip, 4),
    buckle: rect(x + 185, gap, 16, strip, 4),
    'bolster-outer': rect(x + 84, outer, 117, strip, 4),
    'bolster-inner': rect(x + 84, inner, 117, strip, 4),
    'seat-face': rect(x + 74, seatY, 8, seatH, 3),
    'seat-base': rect(x + 84, seatY, 56, seatH, 7),
    'seat-crease': rect(x + 142, seatY, 5, seatH, 2),
    'seat-back': rect(x + 149, seatY, 52, seatH, 7),
    'head-restraint': rect(x + 204, seatY + 3, 20, seatH - 6, 8),
    'seat-pocket': rect(x + 228, y + 8, 14, h - 16, 4),
  }
}

function benchSeat(x: number, y: number, h: number): Record<string, Rect> {
  const strip = 11
  const seatY = y + strip + 2
  const seatH = h - strip - 3
  return {
    gap: rect(x + 74, y, 66, strip, 4),
    belt: rect(x + 143, y, 40, strip, 4),
    buckle: rect(x + 185, y, 16, strip, 4),
    'seat-face': rect(x + 74, seatY, 8, seatH, 3),
    'seat-base': rect(x + 84, seatY, 56, seatH, 7),
    'seat-crease': rect(x + 142, seatY, 5, seatH, 2),
    'seat-back': rect(x + 149, seatY, 52, seatH, 7),
    'head-restraint': rect(x + 204, seatY + 4, 20, seatH - 8, 8),
  }
}

/** One door laid open: `y` is the edge beside the sill, growing away from the cabin (`sign` −1 up, +1 down). */
function door(x: number, side: 'l' | 'r'): Record<string, Rect> {
  const span = rowLength - 22
  const at = (from: number, h: number) => (side === 'r' ? cabin.top - from - h : cabin.bottom + from)
  return {
    sill: rect(x, at(6, 12), span * 0.6, 12, 3),
    jamb: rect(x + span * 0.6 + 4, at(6, 12), span * 0.2 - 4, 12, 3),
    'door-seal': rect(x + span * 0.8 + 4, at(6, 12), span * 0.2 - 4, 12, 3),
    'door-pocket': rect(x, at(22, 20), span - 88, 20, 6),
    'door-cup': rect(x + span - 84, at(22, 20), 30, 20, 8),
    'door-speaker': rect(x + span - 50, at(22, 20), 50, 20, 10),
    'door-card': rect(x, at(45, 30), span - 28, 30, 6),
    'door-edge': rect(x + span - 24, at(45, 30), 24, 30, 4),
    'door-pull': rect(x, at(78, 16), span * 0.55, 16, 6),
    'door-switches': rect(x + span * 0.55 + 4, at(78, 16), span * 0.45 - 4, 16, 6),
    'door-upper': rect(x, at(97, 18), span, 18, 6),
    'lip-line': rect(x + 4, at(118, 9), span - 8, 9, 4),
    'glass-side': rect(x + 4, at(129, 15), span - 8, 15, 6),
    'glass-side-out': rect(x + 4, at(146, 12), span - 8, 12, 6),
  }
}

function frontPatches(body: Body): Record<string, Rect> {
  const { top, bottom } = cabin
  const height = bottom - top
  const driverAtTop = body.driverSide === 'right'
  // Written for a driver at the bottom (left-hand drive), mirrored otherwise.
  const flip = (patch: Rect): Rect => (driverAtTop ? { ...patch, y: top + bottom - patch.y - patch.h } : patch)
  const rects: Record<string, Rect> = {
    'glass.glass-front-out': rect(14, top, 16, height, 8),
    'glass.glass-front': rect(34, top, 30, height, 12),
    'dash.dash-top': rect(68, top, 26, height, 6),
    'dash.glovebox': rect(98, top, 30, 62, 5),
    'dash.kick-panels': rect(132, top + 4, 16, 44, 4),
    'dash.foot-vents': rect(152, top + 4, 16, 44, 4),
    'dash.gloss-trim': rect(132, top + 56, 36, 16, 4),
    'dash.vents': rect(98, top + 65, 30, 18, 4),
    'dash.screen': rect(98, top + 86, 30, 40, 4),
    'dash.switches': rect(98, top + 129, 30, 20, 4),
    'dash.dash-face': rect(98, top + 152, 30, 28, 4),
    'dash.cluster': rect(98, top + 183, 30, 57, 5),
    'dash.stalks': rect(132, bottom - 102, 12, 18, 4),
    'dash.wheel-front': rect(132, bottom - 80, 36, 36, 18),
    'dash.wheel-back': rect(132, bottom - 40, 16, 18, 4),
    'dash.pedals': rect(152, bottom - 40, 16, 18, 4),
  }
  return Object.fromEntries(Object.entries(rects).map(([id, patch]) => [id, flip(patch)]))
}

function rowPatches(body: Body, row: number): Record<string, Rect> {
  const x = rowStart(row)
  const rects: Record<string, Rect> = {}
  const { kind } = body.rows[row - 1]!
  for (const [letter, slot] of Object.entries(seatSlots(body, row))) {
    const seat = isBench(kind) ? benchSeat(x, slot.y, slot.h) : bucketSeat(x, slot.y, slot.h, letter === 'r')
    for (const [name, patch] of Object.entries(seat)) rects[`seat-${row}${letter}.${name}`] = patch
  }
  for (const [letter, y] of [
    ['r', cabin.top],
    ['l', cabin.bottom - 98],
  ] as const) {
    rects[`foot-${row}${letter}.carpet`] = rect(x, y, 22, 98, 6)
    rects[`foot-${row}${letter}.mat`] = rect(x + 26, y + 6, 42, 86, 6)
  }
  const roofFrom = row === 1 ? 26 : 0
  const roofGlass = row === 1 && body.roof === 'sunroof' ? 112 : 0
  const roof = rowLength - 22 - roofFrom - roofGlass
  rects[`overhead-${row}.headliner`] = rect(x + roofFrom, 12, roof, 56, 8)
  rects[`pillar-${row}.pillars`] = rect(x, 74, rowLength - 22 - (row === 1 ? 60 : 0), 12, 4)
  if (roofGlass) {
    rects[`overhead-1.roof-glass`] = rect(x + roofFrom + roof + 4, 12, 84, 56, 8)
    rects[`overhead-1.roof-drains`] = rect(x + roofFrom + roof + 92, 12, 20, 56, 4)
  }
  return rects
}

/** Sheet units between the last row and the rear glass; a shelf without a load area does not occur. */
const loadLength: Record<Body['load'], number> = { none: 0, hatch: 172, boot: 172, cargo: 236 }

function loadPatches(body: Body, end: number): Record<string, Rect> {
  const { top, bottom } = cabin
  const height = bottom - top
  if (body.load === 'cargo')
    return {
      'cargo.bulkhead': rect(end, top, 22, height, 6),
      'cargo.cargo-walls': rect(end + 26, top, 180, 42, 6),
      'cargo.cargo-floor': rect(end + 26, top + 46, 180, height - 46, 8),
      'cargo.cargo-jamb': rect(end + 210, top, 18, height, 4),
    }
  const shelf = body.shelf ? 48 : 0
  return {
    'load.parcel-shelf': rect(end, top, 44, 40, 6),
    'load.load-side': rect(end + shelf, top, 118 - shelf, 40, 6),
    'load.load-floor': rect(end, top + 44, 118, height - 82, 8),
    'load.load-well': rect(end, bottom - 34, 118, 34, 6),
    'load.hatch-jamb': rect(end + 122, top, 12, height * 0.6, 4),
    'load.hatch-seal': rect(end + 122, top + height * 0.6 + 4, 12, height * 0.4 - 4, 4),
    'load.hatch-lining': rect(end + 138, top, 30, height, 8),
  }
}

/**
 * Lays a body's surfaces out flat, like a cut pattern: overhead as a strip above, doors laid open to the sides, load area behind.
 * Patches never overlap. Surfaces without a place of their own on the sheet get none and are listed by the caller.
 */
export function sheetOf(body: Body, surfaces: readonly Surface[]): Sheet {
  const rects = frontPatches(body)
  for (let row = 1; row <= body.rows.length; row++) Object.assign(rects, rowPatches(body, row))
  const console = rowStart(1)
  Object.assign(rects, {
    'overhead-1.visor': rect(console, 12, 22, 34, 6),
    'overhead-1.mirrors': rect(console, 50, 22, 18, 6),
    'overhead-1.lamps': rect(console + rowLength - 22 - 56, 74, 56, 12, 4),
    'foot-1l.tunnel': rect(console, 363, 40, 38, 6),
    'console.lever': rect(console + 74, 365, 26, 18, 8),
    'console.gate': rect(console + 74, 386, 26, 13, 4),
    'console.console': rect(console + 104, 365, 32, 34, 8),
    'console.cup-holders': rect(console + 139, 365, 28, 34, 14),
    'console.armrest': rect(console + 170, 365, 36, 34, 8),
    'console.cubby': rect(console + 209, 365, 15, 34, 4),
  })
  for (const pair of body.doors) {
    for (const side of sidesOf(pair.side)) {
      for (const [name, patch] of Object.entries(door(rowStart(pair.row), side)))
        rects[`door-${pair.row}${side}.${name}`] = patch
    }
  }
  const end = rowStart(body.rows.length + 1)
  const { top, bottom } = cabin
  const behind = loadLength[body.load]
  Object.assign(rects, loadPatches(body, end), {
    'glass.glass-rear': rect(end + behind, top, 26, bottom - top, 10),
    'glass.glass-rear-out': rect(end + behind + 30, top, 14, bottom - top, 7),
  })
  const patches = surfaces.flatMap((surface) => {
    const at = rects[surface.id] ?? rects[`${surface.zone}.${surface.kind}s`]
    return at ? [{ surface: surface.id, ...at }] : []
  })
  const wheel = rects['dash.wheel-front']!
  return {
    width: end + behind + 58,
    height: 672,
    patches,
    wheel: { x: wheel.x + wheel.w / 2, y: wheel.y + wheel.h / 2, r: 16 },
    outline: { x: 8, y: top - 6, w: end + behind + 42, h: bottom - top + 12 },
  }
}
