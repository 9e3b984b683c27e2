import { sayClock } from '#core/units/format.ts'

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
}

/** Room a word takes, px. */
const wide = (text: string) => text.length * 7 + 12

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

/** One person's stay on one car, with what they do there inside it: as many words as fit, never a lone letter; what breaks a rule is marked. */
export function LaneBox({ block, x, y, height, selected, onSelect, onHot }: Props) {
  const [from, to] = [x(block.start), Math.max(x(block.start) + 5, x(block.end) - 2)]
  /** Up to here it is over. */
  const over = Math.min(to, Math.max(from, ...block.segments.filter((s) => s.state === 'done').map((s) => x(s.end))))
  const allFit = block.segments.every((s) => wide(s.word) <= x(s.end) - Math.max(from, x(s.start)))
  const words = wordsOf(block)
  const drawn = allFit
    ? block.segments.map((s) => s.word).join(' ')
    : asManyAs(words.split(', '), (over > from + 3 ? over : to) - from)
  // What is drawn comes first, as it is drawn, so that spoken and seen names agree.
  const named = drawn === words ? words : `${drawn ? `${drawn}. ` : ''}${words}`
  const said = `${block.callSign} ${named}, ${sayClock(block.start)} to ${sayClock(block.end)}${block.warned ? ', breaks a rule' : ''}`
  const handle = onSelect
    ? {
        role: 'button',
        tabIndex: 0,
        'aria-pressed': selected,
        onClick: () => onSelect(block.id),
        onKeyDown: (e: React.KeyboardEvent) => {
          if (e.key !== 'Enter' && e.key !== ' ') return
          e.preventDefault()
          onSelect(block.id)
        },
      }
    : { role: 'img' }
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: its role is in `handle`
    <g
      className={`block ${block.state} ${selected ? 'selected' : ''}`}
      style={{ '--car': block.colour } as React.CSSProperties}
      aria-label={said}
      onMouseEnter={() => onHot(block.id)}
      onMouseLeave={() => onHot(undefined)}
      onFocus={() => onHot(block.id)}
      onBlur={() => onHot(undefined)}
      {...handle}
    >
      <rect className="stay" x={from} y={y} width={to - from} height={height} rx="8" />
      {over > from + 3 && (
        <rect className="over" x={from + 1.5} y={y + 1.5} width={over - from - 3} height={height - 3} rx="6" />
      )}
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
        <text x={from + 6} y={y + 14} dominantBaseline="central" className={`car ${over > from + 3 ? 'on-over' : ''}`}>
          {block.callSign}
        </text>
      )}
      {/* A space in between, so that what is read aloud is words apart as well. */ ' '}
      {allFit ? (
        block.segments.map((s) => (
          <text
            key={s.start}
            x={Math.max(from, x(s.start)) + 6}
            y={y + height - 15}
            dominantBaseline="central"
            className={`word ${s.state === 'done' ? 'on-over' : ''}`}
          >
            {`${s.word} `}
          </text>
        ))
      ) : (
        <text
          x={from + 6}
          y={y + height - 15}
          dominantBaseline="central"
          className={`word ${over > from + 3 ? 'on-over' : ''}`}
        >
          {drawn}
        </text>
      )}
      {block.warned && (
        <text x={to - 4} y={y + 9} textAnchor="end" dominantBaseline="central" className="car">
          !
        </text>
      )}
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
