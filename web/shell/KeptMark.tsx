import { Link, useLocation } from 'react-router'
import { useSignedIn } from '#web/client/session.ts'
import { useKept } from '#web/client/useKept.ts'
import { words } from '#words/en/screens/shell.ts'

/** A calm mark of what waits on this device, with the way to what needs its person. */
export function KeptMark() {
  const { person } = useSignedIn()
  const kept = useKept().get(person)
  const { pathname } = useLocation()
  // The screen one is on says it itself.
  const drafts = kept?.drafts.filter((d) => d.place !== pathname) ?? []
  const taps = kept?.taps.filter((job) => !pathname.startsWith(`/jobs/${job}/`)).length ?? 0
  if (taps === 0 && drafts.length === 0) return null
  return (
    <div className="kept-mark" role="status" aria-label={words.keptHere}>
      {taps > 0 && <span>{words.tapsKept(taps)}</span>}
      {drafts.map((d) => (
        <span key={d.key}>
          {words.draftKept} <Link to={d.place}>{words.draftName[d.kind](d.title)}</Link>
        </span>
      ))}
    </div>
  )
}
