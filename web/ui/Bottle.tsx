import { heightAt } from '#core/mixing/fill-curve.ts'

export interface Outline {
  profile: [height: number, halfWidth: number][]
  fill: [height: number, volume: number][]
  sprayer: boolean
}

/** A mark on the bottle: the volume up to it and what it says. */
export interface Mark {
  volume: number
  text: string
}

/** The real container at scale, filled in the order it is poured: the lower liquid first, up to its mark, then the whole. */
export function Bottle({
  outline,
  first,
  firstIs,
  total,
  marks,
  label,
}: {
  outline: Outline
  first: number
  firstIs: 'concentrate' | 'water'
  total: number
  marks: Mark[]
  label: string
}) {
  const { profile, fill, sprayer } = outline
  const top = profile.at(-1)![0]
  const wide = Math.max(...profile.map(([, half]) => half))
  const height = top + (sprayer ? 58 : 8)
  const y = (mm: number) => height - mm
  const right = profile.map(([mm, half]) => `${half} ${y(mm)}`)
  const left = [...profile].reverse().map(([mm, half]) => `${-half} ${y(mm)}`)
  const body = `M ${right.join(' L ')} L ${left.join(' L ')} Z`
  const [firstTop, fullTop] = [heightAt(fill, first), heightAt(fill, total)]
  const neck = profile.at(-1)![1]
  const text = Math.max(7, height / 24)
  const width = 2 * wide + text * 12
  const clip = `bottle-${wide}-${top}`
  return (
    <svg viewBox={`${-wide - 8} -6 ${width} ${height + 12}`} className="bottle" role="img" aria-label={label}>
      <clipPath id={clip}>
        <path d={body} />
      </clipPath>
      <path d={body} fill="var(--dusk-0)" />
      <g clipPath={`url(#${clip})`}>
        <rect
          x={-wide}
          y={y(fullTop)}
          width={2 * wide}
          height={fullTop}
          fill={firstIs === 'concentrate' ? 'var(--liquid)' : 'var(--concentrate)'}
        />
        <rect
          x={-wide}
          y={y(firstTop)}
          width={2 * wide}
          height={firstTop}
          fill={firstIs === 'concentrate' ? 'var(--concentrate)' : 'var(--liquid)'}
        />
      </g>
      <path d={body} fill="none" stroke="var(--ink)" strokeWidth="2" strokeLinejoin="round" />
      {sprayer && (
        <path
          d={`M ${-neck - 2} ${y(top)} h ${2 * neck + 4} v -14 h -4 v -16 h 14 v -14 h -52 v 10 h 14 v 20 h 8 v 14 Z`}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
          strokeLinejoin="round"
        />
      )}
      {marks.map((mark, i) => {
        const at = y(heightAt(fill, mark.volume))
        // Marks close together keep their lines where they are and have their words pushed apart.
        const above = marks.some(
          (other, k) =>
            k !== i && other.volume > mark.volume && Math.abs(y(heightAt(fill, other.volume)) - at) < text * 1.2,
        )
        const below = marks.some(
          (other, k) =>
            k !== i && other.volume < mark.volume && Math.abs(y(heightAt(fill, other.volume)) - at) < text * 1.2,
        )
        const words = at + (above ? text * 0.65 : below ? -text * 0.65 : 0)
        return (
          <g key={mark.text}>
            <line x1={wide * 0.45} x2={wide + text * 0.8} y1={at} y2={at} stroke="var(--ink)" strokeWidth="1.5" />
            <text
              x={wide + text * 1.1}
              y={words}
              dominantBaseline="central"
              fontSize={text}
              fill="var(--ink)"
              fontWeight="600"
            >
              {mark.text}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
