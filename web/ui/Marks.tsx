/** Signs in small rounds, from a corner leftwards. */
export function Marks({ marks, x, y }: { marks: readonly string[]; x: number; y: number }) {
  let right = x
  return (
    <g pointerEvents="none">
      {[...marks].reverse().map((mark) => {
        const width = mark.length > 1 ? 26 : 18
        right -= width + 2
        return (
          <g key={mark} transform={`translate(${right} ${y})`}>
            <rect width={width} height="18" rx="9" className="badge" />
            <text x={width / 2} y="9" textAnchor="middle" dominantBaseline="central" className="mark">
              {mark}
            </text>
          </g>
        )
      })}
    </g>
  )
}
