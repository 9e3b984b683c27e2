import { fitText } from '#core/cabin/fit-text.ts'
import { nameBox } from '#core/cabin/names-drawn.ts'
import type { Box } from '#core/cabin/parts.ts'

interface Props {
  text: string
  box: Box
  sizes: readonly number[]
}

/** A name in its box, on a ground of its own: soil may be light or dark beneath it. */
export function Name({ text, box, sizes }: Props) {
  const fitted = fitText(text, nameBox(box), sizes)
  if (!fitted) return null
  const { size, lines, upwards } = fitted
  return (
    <g pointerEvents="none">
      {lines.map((line) => (
        <text
          key={line.text}
          x={line.x}
          y={line.y}
          fontSize={size}
          className="place-name"
          textAnchor="middle"
          dominantBaseline="central"
          transform={upwards ? `rotate(-90 ${line.x} ${line.y})` : undefined}
        >
          {line.text}
        </text>
      ))}
    </g>
  )
}
