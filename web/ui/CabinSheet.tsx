import { type KeyboardEvent, type PointerEvent, useId, useMemo, useRef, useState } from 'react'
import { arrows, neighbour } from '#core/cabin/neighbour.ts'
import type { Patch, Sheet } from '#core/cabin/sheet.ts'
import { CabinPatch, describe, type PatchLook, type Spot } from './CabinPatch.tsx'
import { CabinPatterns } from './CabinPatterns.tsx'
import './cabin-sheet.css'
import { turned } from './nose-up.ts'

interface Props {
  sheet: Sheet
  look: (surface: string) => PatchLook
  label: string
  noseUp?: boolean
  /** Called for each patch a stroke touches, once a stroke; by pointer with the place, as shares of the unturned patch. */
  onTouch?: (surface: string, at?: Spot) => void
  /** Called when a stroke ends. */
  onStrokeEnd?: () => void
  /** Keys other than arrows, on the focused patch. */
  onKey?: (surface: string, event: KeyboardEvent) => void
  onFocusPatch?: (surface: string) => void
}

/** The car unfolded flat. The same drawing takes the condition down, shows where the work is and what remains. */
export function CabinSheet({
  sheet: given,
  look,
  label,
  noseUp = false,
  onTouch,
  onStrokeEnd,
  onKey,
  onFocusPatch,
}: Props) {
  const sheet = useMemo(() => (noseUp ? turned(given) : given), [given, noseUp])
  const svg = useRef<SVGSVGElement>(null)
  const touched = useRef<Set<string> | null>(null)
  const [focus, setFocus] = useState(sheet.patches[0]?.surface)
  const id = useId()
  const active = onTouch !== undefined

  const touch = (surface: string, event: PointerEvent) => {
    if (!touched.current || touched.current.has(surface)) return
    touched.current.add(surface)
    const ground = svg.current?.querySelector(`[data-surface="${surface}"] .ground`)?.getBoundingClientRect()
    if (!ground) return onTouch?.(surface)
    const share = (v: number) => Math.round(100 * Math.min(1, Math.max(0, v))) / 100
    const [x, y] = [share((event.clientX - ground.x) / ground.width), share((event.clientY - ground.y) / ground.height)]
    onTouch?.(surface, noseUp ? { x: y, y: share(1 - x) } : { x, y })
  }
  const surfaceAt = (event: PointerEvent) =>
    (document.elementFromPoint(event.clientX, event.clientY) as Element | null)
      ?.closest('[data-surface]')
      ?.getAttribute('data-surface')
  const start = (event: PointerEvent) => {
    const surface = surfaceAt(event)
    if (!surface || event.button !== 0) return
    touched.current = new Set()
    svg.current?.setPointerCapture(event.pointerId)
    setFocus(surface)
    onFocusPatch?.(surface)
    touch(surface, event)
  }
  const move = (event: PointerEvent) => {
    const surface = touched.current && surfaceAt(event)
    if (surface) touch(surface, event)
  }
  const end = () => {
    if (!touched.current) return
    touched.current = null
    onStrokeEnd?.()
  }
  const key = (event: KeyboardEvent, patch: Patch) => {
    const arrow = arrows[event.key]
    if (arrow) {
      const next = neighbour(sheet.patches, patch, ...arrow)
      event.preventDefault()
      if (!next) return
      setFocus(next.surface)
      onFocusPatch?.(next.surface)
      svg.current?.querySelector<SVGElement>(`[data-surface="${next.surface}"]`)?.focus()
      return
    }
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault()
      onTouch?.(patch.surface)
      onStrokeEnd?.()
      return
    }
    onKey?.(patch.surface, event)
  }
  const handlers = active ? { onPointerDown: start, onPointerMove: move, onPointerUp: end, onPointerCancel: end } : {}
  return (
    <svg
      ref={svg}
      className={active ? 'cabin active' : 'cabin'}
      viewBox={`0 0 ${sheet.width} ${sheet.height}`}
      role={active ? 'group' : 'img'}
      aria-label={label}
      {...handlers}
    >
      <CabinPatterns id={id} />
      <rect
        className="outline"
        x={sheet.outline.x}
        y={sheet.outline.y}
        width={sheet.outline.w}
        height={sheet.outline.h}
        rx="26"
      />
      {sheet.patches.map((patch) => {
        const is = look(patch.surface)
        const classes = ['patch', `soil-${is.soil}`, is.lit && 'lit', is.dim && 'dim', is.done && 'done']
          .filter(Boolean)
          .join(' ')
        const handle = active
          ? {
              role: 'button',
              tabIndex: patch.surface === focus ? 0 : -1,
              'aria-label': describe(is),
              onKeyDown: (e: KeyboardEvent) => key(e, patch),
              onFocus: () => setFocus(patch.surface),
            }
          : {}
        return (
          <g key={patch.surface} data-surface={patch.surface} className={classes} {...handle}>
            {!active && <title>{describe(is)}</title>}
            <CabinPatch patch={patch} look={is} patterns={id} noseUp={noseUp} />
          </g>
        )
      })}
      <g pointerEvents="none" className="wheel">
        <circle cx={sheet.wheel.x} cy={sheet.wheel.y} r={sheet.wheel.r - 3} />
        <circle cx={sheet.wheel.x} cy={sheet.wheel.y} r="3.5" className="hub" />
      </g>
    </svg>
  )
}
