interface Problem {
  message: string
  errors?: { pointer: string; message: string }[]
}

/** Faults that are shown. */
const shown = 6

/** Says what happened and what to do about it. */
export function ErrorNotice({ error, onRetry }: { error: Problem; onRetry?: () => void }) {
  return (
    <div className="told" role="alert">
      <strong>Not done.</strong> {error.message}
      {error.errors && error.errors.length > 1 && (
        <ul>
          {error.errors.slice(0, shown).map((e) => (
            <li key={e.pointer + e.message}>
              {e.pointer}: {e.message}
            </li>
          ))}
          {error.errors.length > shown && <li>and {error.errors.length - shown} more</li>}
        </ul>
      )}
      {onRetry && (
        <div className="below-close">
          <button type="button" className="plain-button" onClick={onRetry}>
            Try again
          </button>
        </div>
      )}
    </div>
  )
}
