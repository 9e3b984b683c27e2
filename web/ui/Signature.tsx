import { strokePoints } from '#core/formats/stroke.ts'
import { words } from '#words/en/screens/fields.ts'
import './signature.css'

/** A signature as it was drawn. @param strokes in a field of 300 by 100 */
export const Signature = ({ strokes }: { strokes: readonly (readonly number[])[] }) => (
  <svg className="signature done" viewBox="0 0 300 100" role="img" aria-label={words.signed}>
    {strokes.map((stroke, i) => (
      <polyline key={i} points={strokePoints(stroke)} />
    ))}
  </svg>
)
