import { Link } from 'react-router'
import type { RecordView } from '#server/records/views.ts'
import { useSignedIn } from '#web/client/session.ts'
import { saidAt } from '#web/shell/clock.ts'
import { words } from '#words/en/screens/records.ts'

/** Where a job of this state is looked at. */
const placeOf: Record<string, string> = {
  draft: 'check-in',
  'checked-in': 'procedure',
  'handed-over': 'record',
  'called-off': 'check-in',
}

/** One car of any time, leading to where it is looked at. */
export function JobLine({ record: r }: { record: RecordView }) {
  const zone = useSignedIn().timeZone
  return (
    <li>
      <Link to={`/jobs/${r.id}/${placeOf[r.state] ?? 'check-in'}`} className="record">
        <span aria-hidden="true" className="stripe" style={{ background: r.colour }} />
        <strong>{r.plate}</strong>
        <span>{r.vehicle}</span>
        <span>{r.customer}</span>
        <span className="soft">{saidAt(zone, r.arrives)}</span>
        <span className="tag">{words.stateNames[r.state] ?? r.state}</span>
        <span className="soft">{r.callSign}</span>
      </Link>
    </li>
  )
}
