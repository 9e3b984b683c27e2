import { type KeyboardEvent, type PointerEvent, type RefObject, useRef, useState } from 'react'
import { arrows, neighbour } from '#core/cabin/neighbour.ts'
import type { Box } from '#core/cabin/parts.ts'

/** A place on a box, as shares of its length and width. */
export interface Spot {
  x: number
  y: number
}

export interface Named extends Box {
  id: string
}

interface Strokes {
  boxes: readonly Named[]
  /** Each box a stroke touches, once a stroke; by pointer with the place in it. A single tap is a stroke of one. */
  onTouch: (id: string, at?: Spot) => void
  /** A stroke has ended. @param one the only box it touched */
  onEnd?: ((one: string | undefined) => void) | undefined
  /** Keys other than arrows and Enter, on the focused box. */
  onKey?: ((id: string, event: KeyboardEvent) => void) | undefined
  onFocus?: ((id: string) => void) | undefined
  /** Enter on a box; without it Enter does what a tap does. */
  onEnter?: ((id: string) => void) | undefined
}

/** What lies under the pointer, and where the pointer is on the page: what is touched is named above it. */
export interface Under {
  id: string
  left: number
  top: number
}

/** Boxes of a drawing that are stroked over by mouse or finger and walked through by arrows. */
export function useStrokes(
  svg: RefObject<SVGSVGElement | null>,
  { boxes, onTouch, onEnd, onKey, onFocus, onEnter }: Strokes,
) {
  const touched = useRef<Set<string> | null>(null)
  const [focus, setFocus] = useState(boxes[0]?.id)
  const [under, setUnder] = useState<Under>()
  const boxAt = ({ clientX, clientY }: PointerEvent) =>
    document.elementFromPoint(clientX, clientY)?.closest('[data-box]')?.getAttribute('data-box') ?? undefined
  const touch = (id: string, event: PointerEvent) => {
    setUnder({ id, left: event.clientX, top: event.clientY })
    if (!touched.current || touched.current.has(id)) return
    touched.current.add(id)
    const ground = svg.current?.querySelector(`[data-box="${id}"] .ground`)?.getBoundingClientRect()
    const share = (v: number) => Math.round(100 * Math.min(1, Math.max(0, v))) / 100
    onTouch(
      id,
      ground && {
        x: share((event.clientX - ground.x) / ground.width),
        y: share((event.clientY - ground.y) / ground.height),
      },
    )
  }
  const focusOn = (id: string) => {
    setFocus(id)
    onFocus?.(id)
  }
  const end = () => {
    const all = touched.current
    touched.current = null
    setUnder(undefined)
    if (all) onEnd?.(all.size === 1 ? [...all][0] : undefined)
  }
  const handlers = {
    onPointerDown(event: PointerEvent) {
      const id = boxAt(event)
      if (!id || event.button !== 0 || !event.isPrimary) return
      touched.current = new Set()
      svg.current?.setPointerCapture(event.pointerId)
      focusOn(id)
      touch(id, event)
    },
    onPointerMove(event: PointerEvent) {
      const id = touched.current ? boxAt(event) : undefined
      if (id) touch(id, event)
    },
    onPointerUp: end,
    // A second finger, or the page that scrolls: what was touched so far stays touched.
    onPointerCancel: end,
  }
  const handle = (box: Named, label: string) => ({
    role: 'button',
    tabIndex: box.id === (boxes.some((b) => b.id === focus) ? focus : boxes[0]?.id) ? 0 : -1,
    'aria-label': label,
    onFocus: () => setFocus(box.id),
    onKeyDown(event: KeyboardEvent) {
      const arrow = arrows[event.key]
      if (arrow) {
        event.preventDefault()
        const next = neighbour(boxes, box, ...arrow)
        if (!next) return
        focusOn(next.id)
        svg.current?.querySelector<SVGElement>(`[data-box="${next.id}"]`)?.focus()
      } else if (event.key === 'Enter' && onEnter) {
        event.preventDefault()
        onEnter(box.id)
      } else if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault()
        onTouch(box.id)
        onEnd?.(box.id)
      } else onKey?.(box.id, event)
    },
  })
  return { handlers, handle, under }
}
