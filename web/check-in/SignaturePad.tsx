import { Button } from 'antd'
import { type PointerEvent, useRef, useState } from 'react'
import { strokePoints } from '#core/formats/stroke.ts'
import { words } from '#words/en/screens/check-in.ts'

const [width, height] = [300, 100]

/** A field to sign in with a finger or the mouse. Who cannot draw types the name; both are kept. */
export function SignaturePad({ strokes, onChange }: { strokes: number[][]; onChange: (strokes: number[][]) => void }) {
  const svg = useRef<SVGSVGElement>(null)
  const [drawing, setDrawing] = useState<number[] | null>(null)
  const at = (event: PointerEvent): [number, number] => {
    const box = svg.current!.getBoundingClientRect()
    const clamp = (v: number, most: number) => Math.round(Math.min(most, Math.max(0, v)) * 10) / 10
    return [
      clamp(((event.clientX - box.x) / box.width) * width, width),
      clamp(((event.clientY - box.y) / box.height) * height, height),
    ]
  }
  const end = () => {
    if (drawing && drawing.length >= 4) onChange([...strokes, drawing])
    setDrawing(null)
  }
  return (
    <div>
      <svg
        ref={svg}
        className="signature"
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={strokes.length > 0 ? words.signed : words.signHere}
        onPointerDown={(e) => {
          svg.current!.setPointerCapture(e.pointerId)
          setDrawing(at(e))
        }}
        onPointerMove={(e) => setDrawing((d) => d && (d.length < 1990 ? [...d, ...at(e)] : d))}
        onPointerUp={end}
        onPointerCancel={end}
      >
        <line x1="16" y1="80" x2="284" y2="80" className="rule" />
        {[...strokes, ...(drawing ? [drawing] : [])].map((stroke, i) => (
          <polyline key={i} points={strokePoints(stroke)} />
        ))}
      </svg>
      {strokes.length > 0 && <Button onClick={() => onChange([])}>{words.signAgain}</Button>}
    </div>
  )
}
