import { type KeyboardEvent, type PointerEvent, useId, useMemo, useRef, useState } from 'react'
import { arrows, neighbour } from '#core/cabin/neighbour.ts'
import type { Patch, Sheet } from '#core/cabin/sheet.ts'
import './cabin-sheet.css'

/** A place on a patch, as shares of its length and width. */
export interface Spot {
  x: number
  y: number
}

export interface PatchLook {
  name: string
  soil: number
  /** Family of its material, whose weave is drawn into the patch. */
  weave?: string
  /** Letters drawn on the patch: B biohazard, D damage, S stain, W wet, H hair, G grit. */
  marks: string
  /** Lit: this is where the work is. */
  lit?: boolean
  /** Places of stains on it. */
  spots?: readonly Spot[]
  dim?: boolean
  done?: boolean
}

const weaves = new Set(['cloth', 'carpet', 'leather', 'headliner'])
const soilWords = ['clean', 'dust', 'used', 'heavy', 'severe']
const markWords: Record<string, string> = {
  B: 'biohazard',
  D: 'damage',
  S: 'stain',
  W: 'wet',
  H: 'hair',
  G: 'grit',
}

function describe(look: PatchLook): string {
  // What is drawn on the patch is in its name as well, for those who say what they see.
  const drawn = look.marks.length > 1 ? [look.marks] : []
  return [look.name, soilWords[look.soil], ...[...look.marks].map((m) => markWords[m]), ...drawn].join(', ')
}

/** Nose-up: turned a quarter clockwise, so that the car's front is at the top and its right side at the right. */
function turned(sheet: Sheet): Sheet {
  const turn = <R extends { x: number; y: number; w: number; h: number }>(r: R): R => ({
    ...r,
    x: sheet.height - r.y - r.h,
    y: r.x,
    w: r.h,
    h: r.w,
  })
  return {
    width: sheet.height,
    height: sheet.width,
    patches: sheet.patches.map(turn),
    outline: turn(sheet.outline),
    wheel: { ...sheet.wheel, x: sheet.height - sheet.wheel.y, y: sheet.wheel.x },
  }
}

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
      <defs>
        <pattern id={`${id}-cloth`} width="4" height="4" patternUnits="userSpaceOnUse">
          <path d="M0 4L4 0M-1 1L1 -1M3 5L5 3" stroke="var(--stem)" strokeWidth="0.5" opacity="0.3" />
        </pattern>
        <pattern id={`${id}-carpet`} width="5" height="6" patternUnits="userSpaceOnUse">
          <path d="M1 1V3M3.5 4V6" stroke="var(--stem)" strokeWidth="0.6" opacity="0.35" />
        </pattern>
        <pattern id={`${id}-leather`} width="9" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 2Q2 0 4 2T8 2M3 6Q5 4 7 6" fill="none" stroke="var(--stem)" strokeWidth="0.5" opacity="0.35" />
        </pattern>
        <pattern id={`${id}-headliner`} width="5" height="5" patternUnits="userSpaceOnUse">
          <circle cx="1" cy="1" r="0.5" fill="var(--stem)" opacity="0.3" />
        </pattern>
        <pattern id={`${id}-1`} width="7" height="7" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.8" fill="var(--hatch)" opacity="0.45" />
        </pattern>
        {[2, 3].map((level) => (
          <pattern
            key={level}
            id={`${id}-${level}`}
            width={level === 2 ? 8 : 5}
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--hatch)" strokeWidth="1" opacity="0.4" />
          </pattern>
        ))}
        <pattern id={`${id}-4`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V6M0 0H6" stroke="var(--hatch-4)" strokeWidth="1" opacity="0.55" />
        </pattern>
      </defs>
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
        const shape = { x: patch.x, y: patch.y, width: patch.w, height: patch.h, rx: patch.r }
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
            <rect className="ground" {...shape} />
            {is.weave && weaves.has(is.weave) && (
              <rect {...shape} fill={`url(#${id}-${is.weave})`} pointerEvents="none" />
            )}
            {is.soil > 0 && !is.dim && <rect {...shape} fill={`url(#${id}-${is.soil})`} pointerEvents="none" />}
            {is.spots?.map((spot) => {
              const { x, y } = noseUp ? { x: 1 - spot.y, y: spot.x } : spot
              const [cx, cy] = [patch.x + x * patch.w, patch.y + y * patch.h]
              return <circle key={`${x} ${y}`} className="spot" cx={cx} cy={cy} r="4" pointerEvents="none" />
            })}
            {is.marks && (
              <g pointerEvents="none" transform={`translate(${patch.x + patch.w / 2} ${patch.y + patch.h / 2})`}>
                <rect
                  x={-5 - 5 * is.marks.length}
                  y="-10"
                  width={10 + 10 * is.marks.length}
                  height="20"
                  rx="10"
                  className="badge"
                />
                <text textAnchor="middle" dominantBaseline="central" className="mark">
                  {is.marks}
                </text>
              </g>
            )}
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
