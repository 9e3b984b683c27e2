interface Problem {
  message: string
  errors?: { pointer: string; message: string }[]
}

/** Says what happened and what to do about it. */
export function Told({ error, onRetry }: { error: Problem; onRetry?: () => void }) {
  return (
    <div className="told" role="alert">
      <strong>Not done.</strong> {error.message}
      {error.errors && error.errors.length > 1 && (
        <ul>
          {error.errors.slice(0, 6).map((e) => (
            <li key={e.pointer + e.message}>
              {e.pointer}: {e.message}
            </li>
          ))}
        </ul>
      )}
      {onRetry && (
        <div style={{ marginTop: 8 }}>
          <button type="button" className="plain-button" onClick={onRetry}>
            Try again
          </button>
        </div>
      )}
    </div>
  )
}
