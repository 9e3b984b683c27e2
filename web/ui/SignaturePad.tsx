import { Button } from 'antd'
import { useEffect, useRef } from 'react'
import Pad from 'signature_pad'
import { words } from '#words/en/screens/fields.ts'
import './signature.css'

/** The field that strokes are kept in, whatever its size on the screen. */
const [width, height] = [300, 100]

const tenths = (value: number, most: number) => Math.round(Math.min(most, Math.max(0, value)) * 10) / 10

/** A field to sign in with a finger or the mouse. Who cannot draw types the name; both are kept. */
export function SignaturePad({ strokes, onChange }: { strokes: number[][]; onChange: (strokes: number[][]) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const pad = useRef<Pad>(null)
  const told = useRef(onChange)
  told.current = onChange
  useEffect(() => {
    const field = canvas.current!
    const { clientWidth: wide, clientHeight: high } = field
    const points = window.devicePixelRatio || 1
    field.width = wide * points
    field.height = high * points
    field.getContext('2d')?.scale(points, points)
    const drawn = new Pad(field, { penColor: getComputedStyle(field).color, minWidth: 1, maxWidth: 2 })
    pad.current = drawn
    drawn.addEventListener('endStroke', () =>
      told.current(
        drawn
          .toData()
          .map(({ points: along }) =>
            along.flatMap(({ x, y }) => [tenths((x / wide) * width, width), tenths((y / high) * height, height)]),
          )
          // A touch that went nowhere is no stroke; a schema bounds the others.
          .filter((stroke) => stroke.length >= 4)
          .map((stroke) => stroke.slice(0, 1990)),
      ),
    )
    return () => drawn.off()
  }, [])
  return (
    <div>
      <canvas
        ref={canvas}
        className="signature field"
        role="img"
        aria-label={strokes.length > 0 ? words.signed : words.signHere}
      />
      {strokes.length > 0 && (
        <Button
          onClick={() => {
            pad.current?.clear()
            onChange([])
          }}
        >
          {words.signAgain}
        </Button>
      )}
    </div>
  )
}
