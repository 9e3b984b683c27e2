import { memo, useMemo } from 'react'
import type { CarDrawing } from '#core/cabin/car.ts'
import type { Box } from '#core/cabin/parts.ts'
import type { Step } from '#core/procedures/schema.ts'
import { LitCar } from '#web/ui/LitCar.tsx'

interface Props {
  drawing: CarDrawing
  /** Names of the surfaces by id. */
  names: ReadonlyMap<string, string>
  /** What is worked now, or what stops. */
  step: Step | undefined
  label: string
  /** Also where nothing is lit. */
  always?: true
}

/** A step of the whole car lights none of it: everything lit says nothing. */
const mostLit = 100

const placesOf = (step: Step | undefined): readonly string[] => {
  if (!step) return []
  if (step.stop) return step.stop.at
  return step.zoneGroup === 'car' && step.surfaces.length > mostLit ? [] : step.surfaces
}

/** Room beside what is lit, so that one sees what it is next to; and the least that is shown, px of the drawing. */
const beside = 64
const least = { w: 420, h: 220 }
/** It is shown broad: so many times as wide as high. */
const broad = 2

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
  return { x, y, w, h }
}

/** Where in the car the step is. Drawn again when the step changes and not when the clock does. */
export const Where = memo(function Where({ drawing, names, step, label, always }: Props) {
  const lit = useMemo(() => new Set(placesOf(step)), [step])
  const view = useMemo(() => viewOf(drawing, lit), [drawing, lit])
  // All of the car, small and unlit, would only stand before what is to be done.
  if (lit.size === 0 && !always) return null
  return (
    <div className="card mini-card">
      <div className="mini">
        <LitCar drawing={drawing} names={names} lit={lit} view={view} label={label} />
      </div>
    </div>
  )
})
