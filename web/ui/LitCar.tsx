import { memo, useMemo } from 'react'
import { type CarDrawing, carDrawing } from '#core/cabin/car.ts'
import type { Box } from '#core/cabin/parts.ts'
import { placesOf } from '#core/cabin/places.ts'
import type { Body, Surface } from '#core/cabin/schema.ts'
import { Car } from '#web/ui/Car.tsx'
import { speak } from '#words/en/speak.ts'

interface Props {
  body: Body
  surfaces: readonly Surface[]
  lit: ReadonlySet<string>
  /** Only the part of the car round what is lit. */
  cropped?: true
  label: string
}

/** Room beside what is lit, so that one sees what it is next to; and the least that is shown, px of the drawing. */
const beside = 64
const least = { w: 420, h: 220 }
/** It is shown broad: so many times as wide as high. */
const broad = 2
/** From this share of its length on all of it is shown: an edge cut off says nothing, and looks like a mistake. */
const nearlyAll = 0.7

/** The part of the drawing round what is lit; all of it where nothing is, or where it is all over. */
function viewOf({ places, width, height }: CarDrawing, lit: ReadonlySet<string>): Box | undefined {
  const there = places.filter((p) => p.parts.some((part) => lit.has(part.surface)))
  if (there.length === 0) return undefined
  const side = (from: number, to: number, room: number, all: number) => {
    const size = Math.min(all, Math.max(room, to - from + 2 * beside))
    return [Math.min(Math.max(0, (from + to - size) / 2), all - size), size] as const
  }
  const [y, h] = side(Math.min(...there.map((p) => p.y)), Math.max(...there.map((p) => p.y + p.h)), least.h, height)
  const room = Math.max(least.w, broad * h)
  const [x, w] = side(Math.min(...there.map((p) => p.x)), Math.max(...there.map((p) => p.x + p.w)), room, width)
  return w > nearlyAll * width ? undefined : { x, y, w, h }
}

/** The car with some of its surfaces lit. Drawn again when those change and not when the clock does. */
export const LitCar = memo(function LitCar({ body, surfaces, lit, cropped, label }: Props) {
  const drawing = useMemo(() => carDrawing(body, placesOf(body, surfaces), 'left'), [body, surfaces])
  const names = useMemo(() => new Map(surfaces.map((s) => [s.id, speak.surface(s.name)])), [surfaces])
  const view = useMemo(() => (cropped ? viewOf(drawing, lit) : undefined), [cropped, drawing, lit])
  return (
    <Car
      drawing={drawing}
      view={view}
      label={label}
      look={(s) => ({ name: names.get(s) ?? s, soil: 0, marks: [], lit: lit.has(s), dim: !lit.has(s) })}
    />
  )
})
