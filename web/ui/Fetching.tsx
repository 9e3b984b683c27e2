/** Quiet placeholder while something is fetched. */
export function Fetching({ lines = 3 }: { lines?: number }) {
  return (
    <div className="card" role="status" aria-label="Fetching" style={{ display: 'grid', gap: 12 }}>
      {Array.from({ length: lines }, (_, i) => (
        <div key={i} style={{ height: 18, borderRadius: 9, background: 'var(--wash)', width: `${90 - 20 * i}%` }} />
      ))}
    </div>
  )
}
