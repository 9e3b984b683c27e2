import { useEffect, useRef, useState } from 'react'
import { sayClock } from '#core/units/format.ts'
import { words } from '#words/en/screens/ui.ts'
import './lanes.css'
import { Ghost, type LaneBlock, LaneBox, WideBox, wide } from './LaneBox.tsx'
import { MachineRow } from './MachineRow.tsx'
import type { MachineLane } from './machine-lanes.ts'

export interface Thread {
  id: string
  start: number
  end: number
  text: string
  colour: string
}
export interface Flag {
  id: string
  at: number
  text: string
  colour: string
}
export interface LaneRow {
  id: string
  name: string
  /** When they are there; left out where that is not known. */
  hours?: readonly (readonly [number, number])[]
  away?: readonly { from: number; to: number; there?: true }[]
}
/** Moving blocks: what is in hand, and what hands and keys ask for in people and minutes. */
export interface LaneMoves {
  held: { id: string; to: string; by: number } | undefined
  /** From where it was when it was taken in hand. */
  onMove: (id: string, minutes: number, rows: number, from: 'start' | 'here') => void
  onDrop: () => void
  onLeave: () => void
}
interface Props {
  /** First minute shown; earlier blocks are cut at it. */
  since?: number
  rows: LaneRow[]
  blocks: LaneBlock[]
  threads: Thread[]
  flags: Flag[]
  now: number
  selected?: string
  onSelect?: (id: string) => void
  label: string
  moves?: LaneMoves | undefined
  /** Shown when they are asked for. */
  machines?: readonly MachineLane[]
  /** A person's name was pressed. */
  onPerson?: ((id: string) => void) | undefined
  personLabel?: (row: LaneRow) => string
}

const [left, head, lane, thread, machine] = [92, 54, 58, 22, 32]
/** How much of the day fills the screen: all of it, or less. */
const zooms = [1, 1.6, 2.6, 4.2]

/** Threads that do not touch, their words included, share a line. @param span what a thread takes up, in minutes */
function packThreads(threads: readonly Thread[], span: (t: Thread) => [begin: number, end: number]): Thread[][] {
  const lines: Thread[][] = []
  for (const t of [...threads].sort((a, b) => span(a)[0] - span(b)[0])) {
    const line = lines.find((l) => span(l.at(-1)!)[1] < span(t)[0])
    if (line) line.push(t)
    else lines.push([t])
  }
  return lines
}

/** The day as people's rows over the clock; what runs by itself as threads below; now as a line; promises as flags. */
export function Lanes({
  since,
  rows,
  blocks,
  threads,
  flags,
  now,
  selected,
  onSelect,
  label,
  moves,
  machines = [],
  onPerson,
  personLabel,
}: Props) {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState(900)
  const [zoom, setZoom] = useState(0)
  const [hot, setHot] = useState<string>()
  const [withMachines, setWithMachines] = useState(false)
  const zoomBy = (steps: number) => setZoom((z) => Math.min(zooms.length - 1, Math.max(0, z + steps)))
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(Math.max(320, entry.contentRect.width)))
    if (box.current) watch.observe(box.current)
    return () => watch.disconnect()
  }, [])
  const from = since ?? Math.floor((Math.min(now, ...blocks.map((b) => b.start)) - 5) / 30) * 30
  const to = Math.ceil((Math.max(now + 60, ...blocks.map((b) => b.end)) + 20) / 30) * 30
  const width = room * zooms[zoom]!
  const x = (minute: number) =>
    left + ((Math.min(to, Math.max(from, minute)) - from) / (to - from)) * (width - left - 14)
  const perMinute = (width - left - 14) / (to - from)
  const fitsRight = (t: Thread) => x(t.end) + 6 + t.text.length * 6.4 < width
  const lines = packThreads(
    threads.filter((t) => t.end > from),
    (t) => {
      const words = (t.text.length * 6.6 + 16) / perMinute
      return fitsRight(t) ? [t.start, t.end + words] : [t.start - words, t.end]
    },
  )
  const bottom = head + rows.length * lane
  const shown = withMachines ? machines : []
  const machinesFrom = bottom + 14 + lines.length * thread
  const height = machinesFrom + shown.length * machine
  const every = perMinute * 60 > 60 ? 60 : perMinute * 120 > 60 ? 120 : 240
  const hours = Array.from(
    { length: Math.ceil((to - from) / every) + 1 },
    (_, i) => Math.ceil(from / every) * every + i * every,
  ).filter((h) => h <= to)
  const rowOf = new Map(rows.map((r, i) => [r.id, i]))
  const handling = moves && {
    held: moves.held?.id,
    onDrag: (id: string, dx: number, dy: number) => moves.onMove(id, dx / perMinute, Math.round(dy / lane), 'start'),
    onDrop: moves.onDrop,
    onLeave: moves.onLeave,
    onArrow: (id: string, right: number, down: number) => moves.onMove(id, 5 * right, down, 'here'),
  }
  const held = moves?.held && blocks.find((b) => b.id === moves.held?.id)
  const pointed = moves?.held ? undefined : blocks.find((b) => b.id === hot && rowOf.has(b.row))
  return (
    <div ref={box} className="lanes">
      {onSelect && (
        <div className="row zoom">
          {machines.length > 0 && (
            <button
              type="button"
              className="plain-button by-word"
              aria-pressed={withMachines}
              onClick={() => setWithMachines(!withMachines)}
            >
              {words.machines}
            </button>
          )}
          <button
            type="button"
            className="plain-button"
            aria-label={words.wider}
            disabled={zoom === zooms.length - 1}
            onClick={() => zoomBy(1)}
          >
            +
          </button>
          <button
            type="button"
            className="plain-button"
            aria-label={words.narrower}
            disabled={zoom === 0}
            onClick={() => zoomBy(-1)}
          >
            −
          </button>
        </div>
      )}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: its keys are those of the blocks in it */}
      <div
        className="lanes-scroll"
        onKeyDown={(e) => {
          if (!onSelect || (e.key !== '+' && e.key !== '-')) return
          zoomBy(e.key === '+' ? 1 : -1)
        }}
        onWheel={(e) => {
          if (!e.ctrlKey || !onSelect) return
          zoomBy(-Math.sign(e.deltaY))
        }}
      >
        <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="group" aria-label={label}>
          {hours.map((h) => (
            <g key={h}>
              <line x1={x(h)} x2={x(h)} y1={head - 8} y2={bottom} className="hour" />
              {Math.abs(x(h) - x(now)) > 46 && (
                <text x={Math.min(x(h), width - 20)} y="14" textAnchor="middle" className="soft-text">
                  {sayClock(h)}
                </text>
              )}
            </g>
          ))}
          {rows.map((row, i) => (
            <g key={row.id}>
              {row.hours && <Absent row={row} from={from} to={to} x={x} y={head + i * lane + 2} height={lane - 4} />}
              {onPerson ? (
                <g
                  role="button"
                  tabIndex={0}
                  className="person-button"
                  aria-label={personLabel?.(row) ?? row.name}
                  onClick={() => onPerson(row.id)}
                  onKeyDown={(e) => {
                    if (e.key !== 'Enter' && e.key !== ' ') return
                    e.preventDefault()
                    onPerson(row.id)
                  }}
                >
                  <rect x="0" y={head + i * lane + 6} width={left - 6} height={lane - 12} rx="8" />
                  <text x="6" y={head + i * lane + lane / 2} dominantBaseline="central" className="person">
                    {row.name}
                  </text>
                </g>
              ) : (
                <text x="0" y={head + i * lane + lane / 2} dominantBaseline="central" className="person">
                  {row.name}
                </text>
              )}
              <line x1={left} x2={width} y1={head + (i + 1) * lane} y2={head + (i + 1) * lane} className="hour" />
            </g>
          ))}
          {flags
            .filter((flag) => flag.at > from && flag.at <= to)
            .map((flag) => {
              const w = wide(flag.text)
              const turn = x(flag.at) + w + 2 > width
              return (
                <g key={flag.id}>
                  <line
                    x1={x(flag.at)}
                    x2={x(flag.at)}
                    y1="22"
                    y2={bottom}
                    stroke={flag.colour}
                    strokeDasharray="2 4"
                    strokeWidth="1.5"
                  />
                  <rect x={turn ? x(flag.at) - w : x(flag.at)} y="22" width={w} height="18" rx="3" fill={flag.colour} />
                  <text x={(turn ? x(flag.at) - w : x(flag.at)) + 6} y="31" dominantBaseline="central" className="flag">
                    {flag.text}
                  </text>
                </g>
              )
            })}
          {blocks.map((block) => {
            const i = rowOf.get(block.row)
            if (i === undefined || block.end <= from) return null
            return (
              <LaneBox
                key={block.id}
                block={block}
                x={x}
                y={head + i * lane + 6}
                height={lane - 12}
                selected={selected === block.id}
                onSelect={onSelect}
                onHot={setHot}
                handling={handling}
              />
            )
          })}
          {lines.map((line, i) =>
            line.map((t) => (
              <g key={t.id}>
                <rect
                  x={x(t.start)}
                  y={bottom + 10 + i * thread}
                  width={Math.max(4, x(t.end) - x(t.start))}
                  height="9"
                  rx="4.5"
                  fill="none"
                  className="car-ink"
                  style={{ '--car': t.colour } as React.CSSProperties}
                  stroke="currentColor"
                  strokeDasharray="3 3"
                  strokeWidth="1.5"
                />
                <text
                  x={fitsRight(t) ? x(t.end) + 6 : x(t.start) - 6}
                  textAnchor={fitsRight(t) ? 'start' : 'end'}
                  y={bottom + 15 + i * thread}
                  dominantBaseline="central"
                  className="soft-text fine-print"
                >
                  {t.text}
                </text>
              </g>
            )),
          )}
          {shown.map((row, i) => (
            <MachineRow key={row.id} lane={row} x={x} from={from} y={machinesFrom + i * machine} height={machine} />
          ))}
          <line x1={x(now)} x2={x(now)} y1="24" y2={bottom + 4} className="now" />
          <g transform={`translate(${x(now)} 12)`}>
            <rect x="-24" y="-11" width="48" height="22" rx="11" className="now-tag" />
            <text textAnchor="middle" dominantBaseline="central" className="now-text">
              {sayClock(now)}
            </text>
          </g>
          {held && moves?.held && rowOf.has(moves.held.to) && (
            <Ghost
              block={held}
              x={x}
              y={head + rowOf.get(moves.held.to)! * lane + 6}
              height={lane - 12}
              by={moves.held.by}
            />
          )}
          {pointed && (
            <WideBox
              block={pointed}
              x={x}
              y={head + rowOf.get(pointed.row)! * lane + 6}
              height={lane - 12}
              until={width}
            />
          )}
        </svg>
      </div>
    </div>
  )
}

/** The parts of a row in which its person is not there; where they would be and are away that is said. */
function Absent({
  row,
  from,
  to,
  x,
  y,
  height,
}: {
  row: LaneRow
  from: number
  to: number
  x: (minute: number) => number
  y: number
  height: number
}) {
  const gaps: [number, number][] = []
  let at = from
  for (const [start, end] of row.hours ?? []) {
    if (start > at) gaps.push([at, Math.min(start, to)])
    at = Math.max(at, end)
  }
  if (at < to) gaps.push([at, to])
  const isAway = (start: number, end: number) => row.away?.some((a) => !a.there && a.from < end && start < a.to)
  return gaps.map(([start, end]) => (
    <g key={start} className="absent">
      <rect x={x(start)} y={y} width={Math.max(0, x(end) - x(start))} height={height} />
      {isAway(start, end) && x(end) - x(start) > 40 && (
        <text
          x={x(Math.max(start, ...(row.away ?? []).flatMap((a) => (a.there ? [] : [a.from])))) + 6}
          y={y + height / 2}
          dominantBaseline="central"
        >
          {words.notThere}
        </text>
      )}
    </g>
  ))
}
