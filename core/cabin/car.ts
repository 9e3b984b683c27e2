import { type Box, type Facing, leastRow, leastTouch, openedHeight, type Part, partsFacing } from './parts.ts'
import type { CarPlace } from './places.ts'
import type { Body } from './schema.ts'
import { isBench, seatLetters } from './surfaces.ts'

/** A place as it is drawn on the whole car: where one touches it, and its parts in it. */
export interface DrawnPlace extends Box {
  place: CarPlace
  parts: readonly Part[]
}
/** The whole car, opened out and seen from above, in pixels at which every place can be touched. */
export interface CarDrawing {
  width: number
  height: number
  places: readonly DrawnPlace[]
  /** The floor of the car, for its dotted outline. */
  outline: Box
}

/** Nose to the left, for a desk; nose up, for a phone. */
export type Nose = 'left' | 'up'

/** Measures of a drawing, in pixels: along the car, and across it. */
interface Measures {
  glass: number
  dash: number
  floor: number
  seat: number
  load: number
  cargo: number
  lid: number
  /** The console, across; a long car is drawn smaller than its pixels, and it stays under a finger all the same. */
  console: number
  across: number
  door: number
  strip: number
  gap: number
  margin: number
}
const measures: Record<Nose, Measures> = {
  left: {
    glass: 50,
    dash: 84,
    floor: 56,
    seat: 116,
    load: 140,
    cargo: 210,
    lid: 52,
    console: 52,
    across: 252,
    door: 96,
    strip: 50,
    gap: 6,
    margin: 4,
  },
  up: {
    glass: 46,
    dash: 64,
    floor: 48,
    seat: 84,
    load: 84,
    cargo: 130,
    lid: 46,
    console: 47,
    across: 222,
    door: 60,
    strip: 48,
    gap: 5,
    margin: 2,
  },
}

/** A box along and across the car: `a` from the nose, `c` from its left side. */
interface Lying {
  id: string
  a: number
  c: number
  along: number
  across: number
}

/** Seats of a row across the car, from its left: a bench from side to side, single seats along the sides. */
function across(
  body: Body,
  row: number,
  { across: width, console, gap }: Measures,
): { letter: string; c: number; w: number }[] {
  const { kind, seats } = body.rows[row - 1]!
  const letters = seatLetters(seats)
  const single = (width - console - 2 * gap) / 2
  if (!isBench(kind) && letters.length === 2)
    return letters.map((letter, i) => ({ letter, c: i === 0 ? 0 : width - single, w: single }))
  const each = (width - gap * (letters.length - 1)) / letters.length
  return letters.map((letter, i) => ({ letter, c: i * (each + gap), w: each }))
}

/** Everything inside the car, from its nose to its tail, and where each row of seats begins and ends. */
function inside(body: Body, has: (id: string) => boolean, m: Measures) {
  const boxes: Lying[] = []
  const rows: { from: number; to: number }[] = []
  let a = 0
  const put = (id: string, along: number, c = 0, w = m.across) => boxes.push({ id, a, c, along, across: w })
  const step = (along: number) => {
    a += along + m.gap
  }
  put('windscreen', m.glass)
  step(m.glass)
  put('dash', m.dash)
  step(m.dash)
  body.rows.forEach((_, i) => {
    const row = i + 1
    const from = a
    const seats = across(body, row, m)
    const hasConsole = row === 1 && has('console')
    const side = hasConsole ? seats[0]!.w : (m.across - m.gap) / 2
    put(`foot-${row}l`, m.floor, 0, side)
    put(`foot-${row}r`, m.floor, m.across - side, side)
    step(m.floor)
    for (const { letter, c, w } of seats) put(`seat-${row}${letter}`, m.seat, c, w)
    step(m.seat)
    if (hasConsole)
      boxes.push({
        id: 'console',
        a: from,
        c: side + m.gap,
        along: m.floor + m.gap + m.seat,
        across: m.across - 2 * (side + m.gap),
      })
    rows.push({ from, to: a - m.gap })
  })
  const glass = ['rear-glass', m.glass] as const
  const tail = [
    ['load', m.load],
    ['cargo', m.cargo],
    ['lid', m.lid],
  ] as const
  // A pickup's cab ends with its glass, before the bed.
  for (const [id, along] of body.load === 'bed' ? [glass, ...tail] : [...tail, glass])
    if (has(id)) {
      put(id, along)
      step(along)
    }
  return { boxes, rows, length: a - m.gap }
}

/** Doors laid open beside their row; a row's door may be on one side only. */
function doors(rows: readonly { from: number; to: number }[], has: (id: string) => boolean, m: Measures): Lying[] {
  return rows.flatMap(({ from, to }, i) =>
    (['l', 'r'] as const).flatMap((side) => {
      const id = `door-${i + 1}${side}`
      const c = side === 'l' ? -m.gap - m.door : m.across + m.gap
      return has(id) ? [{ id, a: from, c, along: to - from, across: m.door }] : []
    }),
  )
}

/** The smallest a place beside the car is, in pixels: two lines of a name have room. */
const leastLoose = 58

/** Places in a box, in as few rows as it has room for. */
function spread(ids: readonly string[], box: Box, { gap }: Measures): (Box & { id: string })[] {
  const columns = Math.max(1, Math.min(ids.length, Math.floor((box.w + gap) / (leastLoose + gap))))
  const rows = Math.ceil(ids.length / columns)
  const h = (box.h - gap * (rows - 1)) / rows
  return Array.from({ length: rows }, (_, row) => {
    const there = ids.slice(Math.ceil((row * ids.length) / rows), Math.ceil(((row + 1) * ids.length) / rows))
    const w = (box.w - gap * (there.length - 1)) / there.length
    return there.map((id, i) => ({ id, x: box.x + i * (w + gap), y: box.y + row * (h + gap), w, h }))
  }).flat()
}

/** How many places a box has room for. */
const roomIn = ({ w, h }: Box, { gap }: Measures) =>
  Math.max(0, Math.floor((w + gap) / (leastLoose + gap))) * Math.max(0, Math.floor((h + gap) / (leastTouch + gap)))

/** What lies beside the car finds room in the corners that the doors leave, in turn; what does not is told. */
function inCorners(ids: readonly string[], corners: readonly Box[], m: Measures) {
  const left = [...ids]
  const boxes = corners.flatMap((corner, i) => {
    // What is left is shared among the corners that are left, as they have room.
    const room = corners.slice(i).map((c) => roomIn(c, m))
    const all = room.reduce((sum, n) => sum + n, 0)
    const take = all === 0 ? 0 : Math.min(room[0]!, Math.ceil((left.length * room[0]!) / all))
    return take > 0 ? spread(left.splice(0, take), corner, m) : []
  })
  return { boxes, left }
}

/** What lies beside the car, in the order of its corners. */
const loose = ['visors', 'roof', 'sunroof', 'pillars', 'mats']
/** What has its top behind; anything else inside has it in front. */
const topBehind = ['seat', 'lid']

function facingOf({ name, id }: CarPlace, nose: Nose): Facing {
  if (loose.includes(name.kind)) return 'up'
  // A door's glass is outside.
  if (name.kind === 'door' && nose === 'left') return id.endsWith('r') ? 'up' : 'down'
  if (name.kind === 'door') return id.endsWith('r') ? 'right' : 'left'
  const isBehind = topBehind.includes(name.kind)
  if (nose === 'left') return isBehind ? 'right' : 'left'
  return isBehind ? 'down' : 'up'
}

/** Whether its left and right are changed over: a seat's outer bolster lies outside, the instruments before the driver. */
function isMirrored({ name }: CarPlace, body: Body, nose: Nose): boolean {
  const isLeft = name.letter.endsWith('l')
  if (name.kind === 'seat') return nose === 'left' ? isLeft : !isLeft
  if (name.kind === 'dash') return (body.driverSide === 'left') === (nose === 'left')
  return false
}

/**
 * The whole car from its parameters: every place as a box of its own, none over another, each large enough for a finger.
 * @param places of the body, as `placesOf` makes them
 */
export function carDrawing(body: Body, places: readonly CarPlace[], nose: Nose): CarDrawing {
  const m = measures[nose]
  const byId = new Map(places.map((p) => [p.id, p]))
  const { boxes, rows, length } = inside(body, (id) => byId.has(id), m)
  const laid = [...boxes, ...doors(rows, (id) => byId.has(id), m)]
  const beside = m.door + m.gap
  const across = m.across + 2 * beside
  const width = 2 * m.margin + (nose === 'left' ? length : across)
  const besides = places
    .filter((p) => loose.includes(p.name.kind))
    .sort((a, b) => loose.indexOf(a.name.kind) - loose.indexOf(b.name.kind))
    .map((p) => p.id)
  // Corners from the nose and towards the tail, along the car: right and left of it.
  const [front, behind] = [(rows[0]?.from ?? 0) - m.gap, rows.at(-1)!.to + m.gap]
  const corner = (c: number, a: number, along: number): Lying => ({ id: '', a, c, along, across: m.door })
  const [right, left] = [m.across + m.gap, -beside]
  const corners = [
    corner(right, 0, front),
    corner(right, behind, length - behind),
    corner(left, 0, front),
    corner(left, behind, length - behind),
  ]
  // Along and across the car become right and down: nose to the left its right side is above.
  const turnedAt =
    (top: number) =>
    ({ a, c, along, across: w }: Lying): Box =>
      nose === 'left'
        ? { x: m.margin + a, y: top + beside + m.across - c - w, w: along, h: w }
        : { x: m.margin + beside + c, y: top + a, w, h: along }
  const { left: above } = inCorners(besides, corners.map(turnedAt(0)), m)
  const strip = { x: m.margin, y: m.margin, w: width - 2 * m.margin, h: 0 }
  const perRow = Math.floor((strip.w + m.gap) / (leastLoose + m.gap))
  const stripRows = Math.ceil(above.length / perRow)
  strip.h = stripRows * m.strip + Math.max(0, stripRows - 1) * m.gap
  const top = m.margin + (stripRows > 0 ? strip.h + m.gap : 0)
  const turned = turnedAt(top)
  const found = [
    ...laid.map((lying) => ({ id: lying.id, ...turned(lying) })),
    ...inCorners(besides, corners.map(turned), m).boxes,
    ...spread(above, strip, m),
  ]
  return {
    width,
    height: top + (nose === 'left' ? across : length) + m.margin,
    outline: turned({ id: '', a: -2, c: -2, along: length + 4, across: m.across + 4 }),
    places: found.flatMap(({ id, ...box }) => {
      const place = byId.get(id)
      if (!place) return []
      const parts = partsFacing(place, box, facingOf(place, nose), isMirrored(place, body, nose), 1.5)
      return [{ place, ...box, parts }]
    }),
  }
}

/** Pixels between the parts of an opened place. */
const openedGap = 5

/** A place opened: its parts drawn large, its top up, as high as it takes for each to be under a finger. Pixels. */
export function openedPlace(place: CarPlace, width: number): { height: number; parts: Part[] } {
  const height = openedHeight(place, openedGap)
  const mirrored = place.name.kind === 'seat' && place.name.letter.endsWith('l')
  return {
    height,
    parts: partsFacing(place, { x: 0, y: 0, w: width, h: height }, 'up', mirrored, openedGap, leastRow),
  }
}
