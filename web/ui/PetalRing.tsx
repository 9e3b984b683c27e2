export interface RingPetal {
  id: string
  state: 'open' | 'running' | 'done'
}

const petalNames: Record<string, string> = {
  'clear-out': 'clear out',
  'dry-pass': 'dry pass',
  overhead: 'overhead',
  seats: 'seats',
  floor: 'floor',
  hard: 'hard and leather',
  finish: 'glass and finish',
  handover: 'recheck and handover',
}
const outline = 'M 0 -20 C 9 -28 10 -42 0 -48 C -10 -42 -9 -28 0 -20 Z'
const half = 'M 0 -20 C -9 -28 -10 -42 0 -48 Z'

/** The job's mark: one petal a stage it has, filled when done, half filled while under way; the heart shows what is left. */
export function PetalRing({
  petals,
  size,
  heart,
  needs = false,
  colour = 'var(--stem)',
  label,
}: {
  petals: readonly RingPetal[]
  size: number
  heart?: string
  needs?: boolean
  colour?: string
  label?: string
}) {
  const said =
    label ??
    `${heart ? `${heart} left. ` : ''}${petals.map((p) => `${petalNames[p.id] ?? p.id}: ${p.state}`).join(', ')}`
  return (
    <svg
      width={size}
      height={size}
      viewBox="-50 -50 100 100"
      role={said ? 'img' : undefined}
      aria-label={said || undefined}
      aria-hidden={said ? undefined : true}
      className="car-ink"
      style={{ flex: 'none', '--car': colour } as React.CSSProperties}
    >
      {petals.map((petal, i) => (
        <g
          key={petal.id}
          transform={`rotate(${(360 / petals.length) * i})`}
          stroke="currentColor"
          strokeWidth={size < 48 ? 4 : 2}
          strokeLinejoin="round"
        >
          <path d={outline} fill={petal.state === 'done' ? 'currentColor' : 'var(--sheet)'} />
          {petal.state === 'running' && <path d={half} fill="currentColor" />}
        </g>
      ))}
      <circle
        r={heart ? 17 : 9}
        fill={needs ? 'var(--chamomile)' : 'var(--sheet)'}
        stroke={needs ? 'var(--ink)' : 'currentColor'}
        strokeWidth={size < 48 ? 4 : 2.5}
      />
      {heart && (
        <text
          textAnchor="middle"
          dominantBaseline="central"
          fontSize={heart.length > 3 ? 12 : 15}
          fontWeight={700}
          fill={needs ? 'var(--on-chamomile)' : 'var(--ink)'}
          fontFamily="var(--title)"
        >
          {heart}
        </text>
      )}
    </svg>
  )
}
