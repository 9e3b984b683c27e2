import type { Body, Surface } from './schema.ts'
import { seatLetters } from './surfaces.ts'

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
  if (kind !== 'bench' && seats === 2) return { r: { y: cabin.top, h: 98 }, l: { y: cabin.bottom - 98, h: 98 } }
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
    gap: rect(x + 74, gap, 62, strip, 4),
    belt: rect(x + 139, gap, 62, strip, 4),
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
    belt: rect(x + 143, y, 58, strip, 4),
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
    jamb: rect(x + span * 0.6 + 4, at(6, 12), span * 0.4 - 4, 12, 3),
    'door-pocket': rect(x, at(22, 20), span - 54, 20, 6),
    'door-speaker': rect(x + span - 50, at(22, 20), 50, 20, 10),
    'door-card': rect(x, at(45, 30), span, 30, 6),
    'door-pull': rect(x, at(78, 16), span * 0.55, 16, 6),
    'door-switches': rect(x + span * 0.55 + 4, at(78, 16), span * 0.45 - 4, 16, 6),
    'door-upper': rect(x, at(97, 18), span, 18, 6),
    'glass-side': rect(x + 4, at(119, 24), span - 8, 24, 8),
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
    const seat = kind === 'bench' ? benchSeat(x, slot.y, slot.h) : bucketSeat(x, slot.y, slot.h, letter === 'r')
    for (const [name, patch] of Object.entries(seat)) rects[`seat-${row}${letter}.${name}`] = patch
  }
  for (const [letter, y] of [
    ['r', cabin.top],
    ['l', cabin.bottom - 98],
  ] as const) {
    rects[`foot-${row}${letter}.carpet`] = rect(x, y, 22, 98, 6)
    rects[`foot-${row}${letter}.mat`] = rect(x + 26, y + 6, 42, 86, 6)
  }
  rects[`overhead-${row}.headliner`] = rect(x + (row === 1 ? 26 : 0), 12, rowLength - 22 - (row === 1 ? 26 : 0), 56, 8)
  rects[`pillar-${row}.pillars`] = rect(x, 74, rowLength - 22, 12, 4)
  return rects
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
    'overhead-1.visor': rect(console, 12, 22, 56, 6),
    'foot-1l.tunnel': rect(console, 363, 40, 38, 6),
    'console.lever': rect(console + 74, 367, 26, 30, 10),
    'console.console': rect(console + 104, 365, 62, 34, 8),
    'console.armrest': rect(console + 170, 365, 54, 34, 8),
  })
  for (const pair of body.doors) {
    for (const side of ['l', 'r'] as const) {
      for (const [name, patch] of Object.entries(door(rowStart(pair.row), side)))
        rects[`door-${pair.row}${side}.${name}`] = patch
    }
  }
  const end = rowStart(body.rows.length + 1)
  const { top, bottom } = cabin
  Object.assign(rects, {
    'load.load-side': rect(end, top, 118, 26, 6),
    'load.load-floor': rect(end, top + 30, 118, bottom - top - 30, 8),
    'load.hatch-jamb': rect(end + 122, top, 12, bottom - top, 4),
    'load.hatch-lining': rect(end + 138, top, 30, bottom - top, 8),
    'glass.glass-rear': rect(body.load === 'none' ? end : end + 172, top, 26, bottom - top, 10),
    'glass.glass-rear-out': rect(body.load === 'none' ? end + 30 : end + 202, top, 14, bottom - top, 7),
  })
  const patches = surfaces.flatMap((surface) => {
    const at = rects[surface.id] ?? rects[`${surface.zone}.${surface.kind}s`]
    return at ? [{ surface: surface.id, ...at }] : []
  })
  const wheel = rects['dash.wheel-front']!
  return {
    width: end + (body.load === 'none' ? 56 : 230),
    height: 672,
    patches,
    wheel: { x: wheel.x + wheel.w / 2, y: wheel.y + wheel.h / 2, r: 16 },
    outline: { x: 8, y: top - 6, w: end + (body.load === 'none' ? 40 : 214), h: bottom - top + 12 },
  }
}
