import { useRef } from 'react'
import { sayClock, sayMinutes } from '#core/units/format.ts'
import { words as ui } from '#words/en/screens/ui.ts'

export type LaneState = 'done' | 'running' | 'ahead'

/** Part of a stay: one kind of work. */
export interface Segment {
  start: number
  end: number
  word: string
  state: LaneState
}
export interface LaneBlock {
  id: string
  row: string
  start: number
  end: number
  segments: Segment[]
  callSign: string
  colour: string
  state: LaneState
  warned?: boolean
  /** Somebody moved it by hand, and it stays. */
  kept?: boolean
}

/** A block is taken in hand and moved: by so many pixels with the pointer, or by steps with the arrows. */
export interface Handling {
  onDrag: (id: string, dx: number, dy: number) => void
  onDrop: () => void
  onLeave: () => void
  onArrow: (id: string, right: number, down: number) => void
  /** What is in hand now. */
  held: string | undefined
}
interface Props {
  block: LaneBlock
  /** Where a minute lies. */
  x: (minute: number) => number
  y: number
  height: number
  selected: boolean
  onSelect: ((id: string) => void) | undefined
  /** The mouse or the keyboard comes to it, or leaves it. */
  onHot: (id: string | undefined) => void
  /** Left out where nobody may move anything. */
  handling?: Handling | undefined
}

/** Pixels that a press may wander and still be a press. */
const still = 6
const arrows: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/** Room a word takes, px. */
export const wide = (text: string) => text.length * 7 + 12

/** As many of the words as fit, whole ones only, and a sign that there are more. */
function asManyAs(words: readonly string[], width: number): string {
  for (let n = words.length; n > 0; n--) {
    const text = words.slice(0, n).join(', ') + (n < words.length ? ' …' : '')
    if (wide(text) <= width) return text
  }
  return ''
}

/** The kinds of work of a stay, each once, in order. */
export const wordsOf = ({ segments }: Pick<LaneBlock, 'segments'>): string =>
  [...new Set(segments.map((s) => s.word))].join(', ')

/** Minutes that nobody would call waiting. */
export const noWait = 3

/** When somebody waits during a stay. */
export const waitsIn = ({ segments }: Pick<LaneBlock, 'segments'>): { start: number; end: number }[] =>
  segments.flatMap((next, i) => {
    const start = segments[i - 1]?.end ?? next.start
    return next.start - start > noWait ? [{ start, end: next.start }] : []
  })

/** One person's stay on one car, with what they do there inside it: as many words as fit, never a lone letter; what breaks a rule is marked. */
export function LaneBox({ block, x, y, height, selected, onSelect, onHot, handling }: Props) {
  const press = useRef<{ x: number; y: number; drags: boolean }>(undefined)
  const [from, to] = [x(block.start), Math.max(x(block.start) + 5, x(block.end) - 2)]
  const done = block.segments.filter((s) => s.state === 'done')
  const ahead = block.segments.filter((s) => s.state !== 'done')
  /** Up to here it is over. */
  const over = Math.min(to, Math.max(from, ...done.map((s) => x(s.end))))
  const allFit = block.segments.every((s) => wide(s.word) <= x(s.end) - Math.max(from, x(s.start)))
  const words = wordsOf(block)
  const isOver = over > from + 3
  const half = (at: number, until: number, of = block.segments, isDone = false) => ({
    at,
    isDone,
    text: asManyAs(wordsOf({ segments: of }).split(', '), until - at),
  })
  /** Each segment in its own words; where they have no room, what is over and what is ahead. */
  const parts = allFit
    ? block.segments.map((s) => ({ at: Math.max(from, x(s.start)), isDone: s.state === 'done', text: s.word }))
    : isOver
      ? [half(from, over, done, true), half(over, to, ahead)]
      : [half(from, to)]
  const drawn = parts.flatMap(({ text }) => text || []).join(' ')
  // What is drawn comes first, as it is drawn, so that spoken and seen names agree.
  const named = drawn === words ? words : `${drawn ? `${drawn}. ` : ''}${words}`
  const waits = waitsIn(block)
  const waited = waits.reduce((sum, w) => sum + w.end - w.start, 0)
  const said = `${block.callSign} ${named}, ${sayClock(block.start)} to ${sayClock(block.end)}${waited > 0 ? `, ${ui.waits(sayMinutes(waited))}` : ''}${block.warned ? ', breaks a rule' : ''}${block.kept ? `, ${ui.kept}` : ''}`
  const handle = onSelect
    ? {
        role: 'button',
        tabIndex: 0,
        'aria-pressed': selected,
        onClick: () => {
          if (!press.current?.drags) onSelect(block.id)
          press.current = undefined
        },
        onKeyDown: (e: React.KeyboardEvent) => {
          const arrow = handling && block.state !== 'done' ? arrows[e.key] : undefined
          const isHeld = handling?.held === block.id
          if (arrow) handling!.onArrow(block.id, arrow[0] * (e.shiftKey ? 12 : 1), arrow[1])
          else if (e.key === 'Escape' && isHeld) handling!.onLeave()
          else if (e.key === 'Enter' && isHeld) handling!.onDrop()
          else if (e.key === 'Enter' || e.key === ' ') onSelect(block.id)
          else return
          e.preventDefault()
        },
      }
    : { role: 'img' }
  // A finger first picks a block, so that a swipe over the day scrolls it; a mouse takes it at once.
  const drag =
    handling && block.state !== 'done'
      ? {
          onPointerDown: (e: React.PointerEvent<SVGGElement>) => {
            if (e.button !== 0 || (e.pointerType === 'touch' && !selected)) return
            press.current = { x: e.clientX, y: e.clientY, drags: false }
            e.currentTarget.setPointerCapture(e.pointerId)
          },
          onPointerMove: (e: React.PointerEvent) => {
            const from = press.current
            if (!from || e.buttons === 0) return
            const [dx, dy] = [e.clientX - from.x, e.clientY - from.y]
            if (!from.drags && Math.hypot(dx, dy) < still) return
            from.drags = true
            handling.onDrag(block.id, dx, dy)
          },
          onPointerUp: () => {
            if (press.current?.drags) handling.onDrop()
          },
          onPointerCancel: () => {
            press.current = undefined
            handling.onLeave()
          },
        }
      : {}
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: its role is in `handle`
    <g
      className={`block ${block.state} ${selected ? 'selected' : ''} ${handling?.held === block.id ? 'held' : ''}`}
      style={{ '--car': block.colour } as React.CSSProperties}
      aria-label={said}
      onMouseEnter={() => onHot(block.id)}
      onMouseLeave={() => onHot(undefined)}
      onFocus={() => onHot(block.id)}
      onBlur={() => onHot(undefined)}
      {...handle}
      {...drag}
    >
      <rect className="stay" x={from} y={y} width={to - from} height={height} rx="8" />
      {isOver && (
        <rect className="over" x={from + 1.5} y={y + 1.5} width={over - from - 3} height={height - 3} rx="6" />
      )}
      {waits.map((w) => (
        <rect
          key={w.start}
          className="waits"
          x={x(w.start)}
          y={y + height - 6}
          width={Math.max(2, x(w.end) - x(w.start))}
          height="4"
          rx="2"
        />
      ))}
      {block.segments.slice(1).map((s) => (
        <line
          key={s.start}
          className={s.state}
          x1={x(s.start)}
          x2={x(s.start)}
          y1={y + height - 6}
          y2={y + height - 1}
        />
      ))}
      {wide(block.callSign) <= to - from && (
        <text x={from + 6} y={y + 14} dominantBaseline="central" className={`car ${isOver ? 'on-over' : ''}`}>
          {block.callSign}
        </text>
      )}
      {/* A space in between, so that what is read aloud is words apart as well. */ ' '}
      {parts.map((part) => (
        <text
          key={part.at}
          x={part.at + 6}
          y={y + height - 15}
          dominantBaseline="central"
          className={`word ${part.isDone ? 'on-over' : ''}`}
        >
          {`${part.text} `}
        </text>
      ))}
      {block.kept && !block.warned && to - from > 20 && (
        <circle className="pin" cx={to - 8} cy={y + 9} r="4">
          <title>{ui.kept}</title>
        </circle>
      )}
      {block.warned && (
        <text x={to - 4} y={y + 9} textAnchor="end" dominantBaseline="central" className="car">
          !
        </text>
      )}
    </g>
  )
}

/** Where a block in hand would come to lie. */
export function Ghost({ block, x, y, height, by }: Pick<Props, 'block' | 'x' | 'y' | 'height'> & { by: number }) {
  const [from, to] = [x(block.start + by), x(block.end + by)]
  const said = `${block.callSign} ${sayClock(block.start + by)}`
  return (
    <g className="ghost" style={{ '--car': block.colour } as React.CSSProperties}>
      <rect x={from} y={y} width={Math.max(wide(said), to - from)} height={height} rx="8" />
      <rect className="extent" x={from} y={y + height - 9} width={Math.max(4, to - from)} height="6" rx="3" />
      <text x={from + 6} y={y + height / 2 - 4} dominantBaseline="central" className="car">
        {said}
      </text>
    </g>
  )
}

interface WideProps {
  block: LaneBlock
  x: (minute: number) => number
  y: number
  height: number
  /** Right end of the drawing. */
  until: number
}

/** A stay that one points at, as wide as its words. */
export function WideBox({ block, x, y, height, until }: WideProps) {
  const words = wordsOf(block)
  const head = `${block.callSign} · ${sayClock(block.start)}–${sayClock(block.end)}`
  const width = Math.max(x(block.end) - x(block.start), wide(words), wide(head))
  const left = Math.max(0, Math.min(x(block.start), until - width - 2))
  return (
    <g className="wide-box" style={{ '--car': block.colour } as React.CSSProperties}>
      <rect x={left} y={y} width={width} height={height} rx="8" />
      <text x={left + 6} y={y + 14} dominantBaseline="central" className="car">
        {head}
      </text>
      <text x={left + 6} y={y + height - 13} dominantBaseline="central" className="word">
        {words}
      </text>
    </g>
  )
}
