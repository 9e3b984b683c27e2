import type { Box } from '#core/cabin/parts.ts'
import type { Look } from './cabin-look.ts'

const weaves = new Set(['cloth', 'carpet', 'leather', 'headliner'])

interface Props {
  box: Box
  look: Look
  /** What the names of the drawing's patterns begin with. */
  patterns: string
  radius: number
}

/** One part as it is drawn: its ground, weave and soil, and where its stains are. */
export function PartShape({ box, look, patterns, radius }: Props) {
  const shape = { x: box.x, y: box.y, width: box.w, height: box.h, rx: Math.min(radius, box.w / 2, box.h / 2) }
  const state = ['part', `soil-${look.soil}`, look.lit && 'lit', look.dim && 'dim']
  return (
    <g className={state.filter(Boolean).join(' ')}>
      <rect className="ground" {...shape} />
      {look.weave && weaves.has(look.weave) && (
        <rect {...shape} fill={`url(#${patterns}-${look.weave})`} pointerEvents="none" />
      )}
      {look.soil > 0 && !look.dim && <rect {...shape} fill={`url(#${patterns}-${look.soil})`} pointerEvents="none" />}
      {look.spots?.map(({ x, y }) => (
        <circle
          key={`${x} ${y}`}
          className="spot"
          cx={box.x + x * box.w}
          cy={box.y + y * box.h}
          r="5"
          pointerEvents="none"
        />
      ))}
    </g>
  )
}
