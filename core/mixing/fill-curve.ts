import { type Static, Type } from '@sinclair/typebox'
import { BadInput, type Fault } from '#core/units/fault.ts'

const Millimetres = Type.Number({ minimum: 0, maximum: 3000 })
const Strict = { additionalProperties: false }

/** A simple vessel, standing: what is known of it in mm. Shoulders and necks are not filled to. */
export const Shape = Type.Union([
  Type.Object({ kind: Type.Literal('cylinder'), diameter: Millimetres, height: Millimetres }, Strict),
  Type.Object({ kind: Type.Literal('tapered'), bottom: Millimetres, top: Millimetres, height: Millimetres }, Strict),
  Type.Object({ kind: Type.Literal('box'), width: Millimetres, depth: Millimetres, height: Millimetres }, Strict),
  Type.Object(
    {
      kind: Type.Literal('shoulder'),
      diameter: Millimetres,
      /** Where the straight wall ends, and the neck begins. */
      shoulder: Millimetres,
      neck: Millimetres,
      height: Millimetres,
    },
    Strict,
  ),
])
export type Shape = Static<typeof Shape>

/** Measured points of a container: height (mm) from the bottom and volume (ml) up to there, both rising. */
export type FillPoints = readonly (readonly [height: number, volume: number])[]

/** Volume in ml of a frustum between two diameters, all in mm. */
const frustum = (d0: number, d1: number, h: number) => (Math.PI * h * (d0 * d0 + d0 * d1 + d1 * d1)) / 12 / 1000

/** Points of a simple shape: enough of them that the curve through them is the shape's own within a thousandth. */
export function pointsOf(shape: Shape, steps = 24): [number, number][] {
  const at = (h: number): number => {
    if (shape.kind === 'cylinder') return frustum(shape.diameter, shape.diameter, h)
    if (shape.kind === 'box') return (shape.width * shape.depth * h) / 1000
    if (shape.kind === 'tapered') {
      const d = shape.bottom + ((shape.top - shape.bottom) * h) / shape.height
      return frustum(shape.bottom, d, h)
    }
    const straight = frustum(shape.diameter, shape.diameter, Math.min(h, shape.shoulder))
    if (h <= shape.shoulder) return straight
    const d = shape.diameter + ((shape.neck - shape.diameter) * (h - shape.shoulder)) / (shape.height - shape.shoulder)
    return straight + frustum(shape.diameter, d, h - shape.shoulder)
  }
  const heights = new Set(Array.from({ length: steps + 1 }, (_, i) => (i * shape.height) / steps))
  if (shape.kind === 'shoulder') heights.add(shape.shoulder)
  return [...heights].sort((a, b) => a - b).map((h) => [h, at(h)])
}

/** What is wrong with measured points, by pointer under `pointer`; empty when they can be used. */
export function pointFaults(points: FillPoints, pointer: string): Fault[] {
  if (points.length < 2)
    return [{ pointer, message: 'Two measured points at least: empty is not one, half and full are.' }]
  return points.slice(1).flatMap(([h, v], i) => {
    const [h0, v0] = points[i]!
    if (h > h0 && v > v0) return []
    return [
      {
        pointer: `${pointer}/${i + 1}`,
        message: `Height and volume both have to rise: ${h} mm, ${v} ml after ${h0} mm, ${v0} ml.`,
      },
    ]
  })
}

/**
 * Slopes of the monotone cubic through points (Fritsch and Carlson, SIAM J. Numer. Anal. 17, 1980): never overshooting, so volume always
 * rises with height.
 */
function slopes(points: FillPoints): number[] {
  const secants = points.slice(1).map(([h, v], i) => (v - points[i]![1]) / (h - points[i]![0]))
  const m = points.map((_, i) =>
    i === 0 ? secants[0]! : i === points.length - 1 ? secants.at(-1)! : (secants[i - 1]! + secants[i]!) / 2,
  )
  secants.forEach((secant, i) => {
    const [a, b] = [m[i]! / secant, m[i + 1]! / secant]
    const size = Math.hypot(a, b)
    if (size > 3) {
      m[i] = (3 * a * secant) / size
      m[i + 1] = (3 * b * secant) / size
    }
  })
  return m
}

const tangents = new WeakMap<FillPoints, number[]>()
function tangentsOf(points: FillPoints): number[] {
  let known = tangents.get(points)
  if (!known) {
    known = slopes(points)
    tangents.set(points, known)
  }
  return known
}

/** Millilitres up to a height in mm: exact at the measured points, held at the first and last. */
export function volumeAt(points: FillPoints, height: number): number {
  const last = points.length - 1
  if (height <= points[0]![0]) return points[0]![1]
  if (height >= points[last]![0]) return points[last]![1]
  const i = points.findLastIndex(([h]) => h <= height)
  const [[h0, v0], [h1, v1]] = [points[i]!, points[i + 1]!]
  const m = tangentsOf(points)
  const step = h1 - h0
  const t = (height - h0) / step
  return (
    v0 * (1 + 2 * t) * (1 - t) ** 2 +
    step * m[i]! * t * (1 - t) ** 2 +
    v1 * t ** 2 * (3 - 2 * t) +
    step * m[i + 1]! * t ** 2 * (t - 1)
  )
}

/** Height in mm at which a volume stands, by bisection of the monotone curve; held at the first and last point. */
export function heightAt(points: FillPoints, volume: number): number {
  let [low, high] = [points[0]![0], points.at(-1)![0]]
  if (volume <= points[0]![1]) return low
  if (volume >= points.at(-1)![1]) return high
  const exact = points.find(([, v]) => v === volume)
  if (exact) return exact[0]
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2
    if (volumeAt(points, middle) < volume) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** What the same height holds in another vessel, ml: a wider jug filled to the same mark is another mix. */
export const sameHeight = (from: FillPoints, to: FillPoints, volume: number): number =>
  volumeAt(to, heightAt(from, volume))

/** Points by measuring or by shape. @throws BadInput at `pointer` */
export function usablePoints(points: FillPoints | undefined, shape: Shape | undefined, pointer: string): FillPoints {
  if (!points && !shape) throw new BadInput([{ pointer, message: 'Give measured points or a shape.' }])
  const usable = points ?? pointsOf(shape!)
  const faults = pointFaults(usable, pointer)
  if (faults.length > 0) throw new BadInput(faults)
  return usable
}
