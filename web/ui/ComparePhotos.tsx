import { useState } from 'react'
import './compare-photos.css'
import { words } from '#words/en/screens/ui.ts'

/** Two pictures of one place over each other, with a slider between them: before at the left, after at the right. */
export function ComparePhotos({ before, after, label }: { before: string; after: string; label: string }) {
  const [share, setShare] = useState(50)
  return (
    <figure className="compare-photos">
      <div className="pair">
        <img src={before} alt={words.before(label)} />
        <img src={after} alt={words.after(label)} style={{ clipPath: `inset(0 0 0 ${share}%)` }} />
        <span className="edge" style={{ left: `${share}%` }} aria-hidden="true" />
      </div>
      <input
        type="range"
        min={0}
        max={100}
        value={share}
        aria-label={words.beforeAndAfter(label)}
        onChange={(e) => setShare(Number(e.target.value))}
      />
    </figure>
  )
}
