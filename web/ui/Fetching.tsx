import { words } from '#words/en/screens/ui.ts'

/** Quiet placeholder while something is fetched. */
export function Fetching({ lines = 3 }: { lines?: number }) {
  return (
    <div className="card stack" role="status" aria-label={words.fetching}>
      {Array.from({ length: lines }, (_, i) => (
        <div key={i} className="fetching-line" style={{ width: `${90 - 20 * i}%` }} />
      ))}
    </div>
  )
}
