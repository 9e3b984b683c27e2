import { words } from '#words/en/screens/ui.ts'

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
      <strong>{words.notDone}</strong> {error.message}
      {error.errors && error.errors.length > 1 && (
        <ul>
          {error.errors.slice(0, shown).map((e) => (
            <li key={e.pointer + e.message}>
              {e.pointer}: {e.message}
            </li>
          ))}
          {error.errors.length > shown && <li>{words.more(error.errors.length - shown)}</li>}
        </ul>
      )}
      {onRetry && (
        <div className="below-close">
          <button type="button" className="plain-button" onClick={onRetry}>
            {words.retry}
          </button>
        </div>
      )}
    </div>
  )
}
