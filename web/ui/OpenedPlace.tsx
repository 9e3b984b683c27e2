import { type KeyboardEvent, useId, useRef } from 'react'
import { openedPlace } from '#core/cabin/car.ts'
import { partSizes } from '#core/cabin/names-drawn.ts'
import type { CarPlace } from '#core/cabin/places.ts'
import { speak } from '#words/en/speak.ts'
import { CabinPatterns } from './CabinPatterns.tsx'
import { Told } from './Car.tsx'
import './cabin.css'
import { described, type Look } from './cabin-look.ts'
import { Marks } from './Marks.tsx'
import { Name } from './Name.tsx'
import { PartShape } from './PartShape.tsx'
import { type Spot, useStrokes } from './useStrokes.ts'

interface Props {
  place: CarPlace
  look: (surface: string) => Look
  /** Pixels there are for it. */
  width?: number
  painting: boolean
  onTouch: (surface: string, at?: Spot) => void
  onStrokeEnd: (one: string | undefined) => void
  onKey: (surface: string, event: KeyboardEvent) => void
  onFocusPart: (surface: string) => void
}

/** A place opened: its parts drawn large, each with its name. */
export function OpenedPlace(props: Props) {
  const { place, look, width = 300, painting, onTouch, onStrokeEnd, onKey, onFocusPart } = props
  const svg = useRef<SVGSVGElement>(null)
  const id = useId()
  const { parts, height } = openedPlace(place, width)
  const boxes = parts.map(({ surface, ...box }) => ({ id: surface, ...box }))
  const { handlers, handle, under } = useStrokes(svg, {
    boxes,
    onTouch,
    onEnd: onStrokeEnd,
    onKey,
    onFocus: onFocusPart,
  })
  const nameOf = (surface: string) => speak.part(place.surfaces.find((s) => s.id === surface)!.name)
  return (
    <>
      <svg
        ref={svg}
        className={painting ? 'opened-place active painting' : 'opened-place active'}
        viewBox={`-2 -2 ${width + 4} ${height + 4}`}
        role="group"
        aria-label={speak.placeOf(place.name).name}
        {...handlers}
      >
        <CabinPatterns id={id} />
        {boxes.map((box) => {
          const is = look(box.id)
          return (
            <g
              key={box.id}
              data-box={box.id}
              data-surface={box.id}
              className={is.chosen ? 'place opened' : 'place'}
              {...handle(box, described(is))}
            >
              <PartShape box={box} look={is} patterns={id} radius={10} />
              <rect className="rim" x={box.x} y={box.y} width={box.w} height={box.h} rx={Math.min(10, box.h / 2)} />
            </g>
          )
        })}
        <g pointerEvents="none">
          {boxes.map((box) => (
            <g key={box.id}>
              <Name text={nameOf(box.id)} box={box} sizes={partSizes} />
              <Marks marks={look(box.id).marks} x={box.x + box.w - 2} y={box.y + 2} />
            </g>
          ))}
        </g>
      </svg>
      <Told under={under} text={under ? described(look(under.id)) : ''} />
    </>
  )
}
