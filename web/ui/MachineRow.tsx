import { sayClock } from '#core/units/format.ts'
import { wide } from './LaneBox.tsx'
import type { MachineLane } from './machine-lanes.ts'

interface Props {
  lane: MachineLane
  /** Where a minute lies. */
  x: (minute: number) => number
  /** First minute shown. */
  from: number
  y: number
  height: number
}

/** One machine over the clock: at which car, and with whom. */
export function MachineRow({ lane, x, from, y, height }: Props) {
  return (
    <g>
      <text x="6" y={y + height / 2} dominantBaseline="central" className="soft-text">
        {lane.name}
      </text>
      {lane.stays
        .filter((s) => s.end > from)
        .map((s) => {
          const [left, right] = [x(s.start), Math.max(x(s.start) + 4, x(s.end) - 2)]
          const who = s.people.join(', ')
          const drawn = [[s.callSign, who].filter(Boolean).join(' · '), s.callSign].find((t) => wide(t) <= right - left)
          return (
            // biome-ignore lint/a11y/noInteractiveElementToNoninteractiveRole: a group of a drawing is no control
            <g
              key={s.id}
              role="img"
              aria-label={`${drawn ?? s.callSign}: ${lane.name}, ${sayClock(s.start)} to ${sayClock(s.end)}${drawn?.includes(who) ? '' : `, ${who}`}`}
              className="machine-stay"
              style={{ '--car': s.colour } as React.CSSProperties}
            >
              <title>{`${s.callSign}${who ? ` · ${who}` : ''} · ${sayClock(s.start)}–${sayClock(s.end)}`}</title>
              <rect x={left} y={y + 4} width={right - left} height={height - 8} rx="6" />
              {drawn && (
                <text x={left + 6} y={y + height / 2} dominantBaseline="central">
                  {drawn}
                </text>
              )}
            </g>
          )
        })}
    </g>
  )
}
