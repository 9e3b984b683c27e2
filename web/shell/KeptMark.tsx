import { useSyncExternalStore } from 'react'
import { Link, useLocation } from 'react-router'
import { newVersion } from '#web/client/new-version.ts'
import { useSignedIn } from '#web/client/session.ts'
import { useKept } from '#web/client/useKept.ts'
import { photoBox, waitingPhotos } from '#web/client/waiting-photos.ts'
import { words } from '#words/en/screens/shell.ts'

/** A calm mark of what waits on this device, with the way to what needs its person. */
export function KeptMark({ connected }: { connected: boolean }) {
  const { person } = useSignedIn()
  const kept = useKept().get(person)
  const { pathname } = useLocation()
  // The screen one is on says it itself.
  const drafts = kept?.drafts.filter((d) => d.place !== pathname) ?? []
  const taps = kept?.taps.filter((job) => !pathname.startsWith(`/jobs/${job}/`)).length ?? 0
  const photos = useSyncExternalStore(waitingPhotos.subscribe, waitingPhotos.snapshot).filter(
    (p) => p.person === person,
  )
  const newer = useSyncExternalStore(newVersion.subscribe, newVersion.isThere)
  const refused = photos.filter((p) => p.refused !== undefined)
  const waiting = photos.length - refused.length
  if (taps === 0 && drafts.length === 0 && photos.length === 0 && !newer && connected) return null
  return (
    <div className="kept-mark" role="status" aria-label={words.keptHere}>
      {!connected && <span>{words.noSignal}</span>}
      {taps > 0 && <span>{words.tapsKept(taps)}</span>}
      {waiting > 0 && <span>{words.photosKept(waiting)}</span>}
      {refused.map((p) => (
        <span key={p.id}>
          {words.photoRefused(p.refused!)}{' '}
          <button
            type="button"
            className="plain-button"
            onClick={() => void photoBox().then((box) => box.dismiss(p.id))}
          >
            {words.readIt}
          </button>
        </span>
      ))}
      {newer && (
        <span>
          {words.newVersion}{' '}
          <button type="button" className="plain-button" onClick={newVersion.take}>
            {words.takeIt}
          </button>
        </span>
      )}
      {drafts.map((d) => (
        <span key={d.key}>
          {words.draftKept} <Link to={d.place}>{words.draftName[d.kind](d.title)}</Link>
        </span>
      ))}
    </div>
  )
}
