import { useSyncExternalStore } from 'react'
import { Link, useLocation } from 'react-router'
import type { Waiting } from '#web/client/box.ts'
import { newVersion } from '#web/client/new-version.ts'
import { useSignedIn } from '#web/client/session.ts'
import { useKept } from '#web/client/useKept.ts'
import { waitingPhotos, waitingRequests } from '#web/client/waiting.ts'
import type { WaitingBox } from '#web/client/waiting-box.ts'
import { words } from '#words/en/screens/shell.ts'

/** What waits in a box of a person's, and what of it the server would not have. */
function useWaiting<T extends Waiting>({ subscribe, snapshot }: WaitingBox<T>, person: string) {
  const mine = useSyncExternalStore(subscribe, snapshot).filter((one) => one.person === person)
  const refused = mine.filter((one) => one.refused !== undefined)
  return { isEmpty: mine.length === 0, waiting: mine.length - refused.length, refused }
}

function Refused<T extends Waiting>({ box, id, words: why }: { box: WaitingBox<T>; id: string; words: string }) {
  return (
    <span>
      {why}{' '}
      <button type="button" className="plain-button" onClick={() => void box.box().then((b) => b.dismiss(id))}>
        {words.readIt}
      </button>
    </span>
  )
}

/** A calm mark of what waits on this device, with the way to what needs its person. */
export function KeptMark({ connected }: { connected: boolean }) {
  const { person } = useSignedIn()
  const kept = useKept().get(person)
  const { pathname } = useLocation()
  // The screen one is on says it itself.
  const drafts = kept?.drafts.filter((d) => d.place !== pathname) ?? []
  const taps = kept?.taps.filter((job) => !pathname.startsWith(`/jobs/${job}/`)).length ?? 0
  const photos = useWaiting(waitingPhotos, person)
  const requests = useWaiting(waitingRequests, person)
  const newer = useSyncExternalStore(newVersion.subscribe, newVersion.isThere)
  const isNothing = taps === 0 && drafts.length === 0 && photos.isEmpty && requests.isEmpty
  if (isNothing && !newer && connected) return null
  return (
    <div className="kept-mark" role="status" aria-label={words.keptHere}>
      {!connected && <span>{words.noSignal}</span>}
      {taps > 0 && <span>{words.tapsKept(taps)}</span>}
      {photos.waiting > 0 && <span>{words.photosKept(photos.waiting)}</span>}
      {requests.waiting > 0 && <span>{words.requestsKept(requests.waiting)}</span>}
      {photos.refused.map((p) => (
        <Refused key={p.id} box={waitingPhotos} id={p.id} words={words.photoRefused(p.refused!)} />
      ))}
      {requests.refused.map((r) => (
        <Refused key={r.id} box={waitingRequests} id={r.id} words={words.requestRefused[r.kind](r.refused!)} />
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
