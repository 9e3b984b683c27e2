import { sayClock } from '#core/units/format.ts'

export interface LaneBlock {
  id: string
  row: string
  start: number
  end: number
  /** Words for it, longest first; the first that fits is drawn. */
  words: string[]
  callSign: string
  colour: string
  state: 'done' | 'running' | 'ahead'
  warned?: boolean
}
interface Props {
  block: LaneBlock
  at: { x: number; y: number; w: number; h: number }
  selected: boolean
  onSelect: ((id: string) => void) | undefined
}

/** One stretch of somebody's day: as many words as fit, else the car's first letter; what breaks a rule is marked. */
export function LaneBox({ block, at: { x, y, w, h }, selected, onSelect }: Props) {
  const fits = block.words.find((word) => word.length * 7 + 14 <= w)
  // What is drawn comes first, as it is drawn, so that spoken and seen names agree.
  const said = `${fits ?? ''} ${block.callSign}: ${block.words[0]}, ${sayClock(block.start)} to ${sayClock(block.end)}${block.warned ? ', breaks a rule' : ''}`
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
    <g
      className={`block ${block.state} ${selected ? 'selected' : ''}`}
      style={{ '--car': block.colour } as React.CSSProperties}
      aria-label={said}
      {...handle}
    >
      <rect x={x} y={y} width={w} height={h} rx="8" />
      {fits ? (
        <>
          <text x={x + 7} y={y + 16} dominantBaseline="central" className="word">
            {fits}
          </text>
          {/* A space in between, so that what is read aloud is two words as well. */}
          {block.callSign.length * 6.6 + 12 <= w && ' '}
          {block.callSign.length * 6.6 + 12 <= w && (
            <text x={x + 7} y={y + 33} dominantBaseline="central" className="car">
              {block.callSign}
            </text>
          )}
        </>
      ) : (
        w >= 9 && (
          <text x={x + w / 2} y={y + 23} textAnchor="middle" dominantBaseline="central" className="word">
            {block.callSign[0]}
          </text>
        )
      )}
      {block.warned && (
        <text x={x + w - 4} y={y + 8} textAnchor="end" dominantBaseline="central" className="word">
          !
        </text>
      )}
    </g>
  )
}
