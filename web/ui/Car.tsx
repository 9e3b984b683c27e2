import { type KeyboardEvent, useId, useRef } from 'react'
import type { CarDrawing, DrawnPlace } from '#core/cabin/car.ts'
import { nameSizes } from '#core/cabin/names-drawn.ts'
import type { Box } from '#core/cabin/parts.ts'
import { marksOver } from '#core/condition/marks.ts'
import { speak } from '#words/en/speak.ts'
import { CabinPatterns } from './CabinPatterns.tsx'
import './cabin.css'
import { type Look, placeDescribed } from './cabin-look.ts'
import { Marks } from './Marks.tsx'
import { Name } from './Name.tsx'
import { PartShape } from './PartShape.tsx'
import { type Under, useStrokes } from './useStrokes.ts'

interface Props {
  drawing: CarDrawing
  /** How a surface is drawn. */
  look: (surface: string) => Look
  label: string
  /** Only this part of the drawing. */
  view?: Box | undefined
  /** The place that is open beside it. */
  opened?: string | undefined
  /** A brush is in hand: a finger paints, and does not scroll the page. */
  painting?: boolean
  /** Each place a stroke touches, once a stroke. */
  onTouch?: (place: string) => void
  /** @param one the only place the stroke touched */
  onStrokeEnd?: (one: string | undefined) => void
  onKey?: (place: string, event: KeyboardEvent) => void
  /** Enter opens a place and paints nothing; the space bar does what a tap does. */
  onEnter?: (place: string) => void
  /** What is said above the finger of the place under it. */
  telling?: (place: string) => string
}

/** A wheel on its side of the dash. */
function Wheel({ drawn }: { drawn: DrawnPlace }) {
  const at = drawn.parts.find((p) => p.surface.endsWith('.wheel-front'))
  if (!at) return null
  const radius = Math.max(8, Math.min(at.w, at.h) / 2 - 2)
  return (
    <g className="wheel" pointerEvents="none">
      <circle cx={at.x + at.w / 2} cy={at.y + at.h / 2} r={radius} />
      <circle cx={at.x + at.w / 2} cy={at.y + at.h / 2} r="2.5" className="hub" />
    </g>
  )
}

/** What is under the finger, told above it. */
export function Told({ under, text }: { under: Under | undefined; text: string }) {
  return (
    <div className="under-finger" role="status" aria-live="polite">
      {under && (
        <span style={{ left: under.left, top: under.top }} className="told-above">
          {text}
        </span>
      )}
    </div>
  )
}

/** The whole car, opened out: its places as one points at them, each with its parts' soils, its marks and its name. */
export function Car(props: Props) {
  const { drawing, look, label, view, opened, painting = false, onTouch, onStrokeEnd, onKey, onEnter, telling } = props
  const svg = useRef<SVGSVGElement>(null)
  const id = useId()
  const active = onTouch !== undefined
  const boxes = drawing.places.map(({ place, x, y, w, h }) => ({ id: place.id, x, y, w, h }))
  const { handlers, handle, under } = useStrokes(svg, {
    boxes,
    onTouch: (place) => onTouch?.(place),
    onEnd: onStrokeEnd,
    onKey,
    onEnter,
  })
  const { outline } = drawing
  return (
    <>
      <svg
        ref={svg}
        className={['car', active && 'active', painting && 'painting'].filter(Boolean).join(' ')}
        viewBox={view ? `${view.x} ${view.y} ${view.w} ${view.h}` : `0 0 ${drawing.width} ${drawing.height}`}
        role={active ? 'group' : 'img'}
        aria-label={label}
        {...(active ? handlers : {})}
      >
        <CabinPatterns id={id} />
        <rect className="outline" x={outline.x} y={outline.y} width={outline.w} height={outline.h} rx="22" />
        {drawing.places.map((drawn, i) => {
          const { place } = drawn
          const { name } = speak.placeOf(place.name)
          return (
            <g
              key={place.id}
              data-box={place.id}
              data-place={place.id}
              className={place.id === opened ? 'place opened' : 'place'}
              {...(active ? handle(boxes[i]!, placeDescribed(name, place, look)) : {})}
            >
              {!active && <title>{placeDescribed(name, place, look)}</title>}
              {drawn.parts.map((part) => (
                <PartShape key={part.surface} box={part} look={look(part.surface)} patterns={id} radius={5} />
              ))}
              {place.name.kind === 'dash' && <Wheel drawn={drawn} />}
              <rect
                className="ground rim"
                x={drawn.x}
                y={drawn.y}
                width={drawn.w}
                height={drawn.h}
                rx={place.name.kind === 'seat' ? 14 : 8}
              />
            </g>
          )
        })}
        {/* What is written stands above everything and belongs to no button: each has it in its own name. */}
        <g pointerEvents="none">
          {drawing.places.map(({ place, ...box }) => (
            <g key={place.id}>
              <Name text={speak.placeOf(place.name).short} box={box} sizes={nameSizes} />
              <Marks
                marks={marksOver(place.surfaces.map((s) => look(s.id).marks))}
                x={box.x + box.w - 1}
                y={box.y + 2}
              />
            </g>
          ))}
        </g>
      </svg>
      {active && <Told under={under} text={under && telling ? telling(under.id) : ''} />}
    </>
  )
}
