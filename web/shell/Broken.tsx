import { useRouteError } from 'react-router'
import { words } from '#words/en/screens/shell.ts'

/** A part of the application that could not be fetched: the line is down, or a newer version has replaced it. */
const isMissingPart = (error: unknown) =>
  error instanceof TypeError && /dynamically imported|importing a module|module script/i.test(error.message)

/** In place of a screen that could not be shown: what happened, what is safe, what to do. The rest of the page stays. */
export function Broken() {
  const error = useRouteError()
  return (
    <div className="told" role="alert">
      <strong>{isMissingPart(error) ? words.partMissing : words.broken}</strong> {words.nothingLost}
      <div className="below-close">
        <button type="button" className="plain-button" onClick={() => location.reload()}>
          {words.again}
        </button>
      </div>
    </div>
  )
}
