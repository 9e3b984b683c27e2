import { Link } from 'react-router'
import { longMomentIn } from '#core/units/shop-time.ts'
import { useSignedIn } from '#web/client/session.ts'
import { ErrorNotice } from '#web/ui/ErrorNotice.tsx'
import { Fetching } from '#web/ui/Fetching.tsx'
import { words } from '#words/en/screens/handover.ts'
import { useMessages } from './api.ts'
import './handover.css'

/** What was sent to customers. Nothing leaves from here by itself: the stand-in writes down what a real sender would send. */
export default function OutboxScreen() {
  const { timeZone } = useSignedIn()
  const messages = useMessages()
  if (messages.isPending) return <Fetching lines={4} />
  if (messages.isLoadingError) return <ErrorNotice error={messages.error} onRetry={() => void messages.refetch()} />
  return (
    <section className="card readable">
      <h2>{words.outbox.title}</h2>
      <p className="soft">{words.outbox.lead}</p>
      {messages.data.length === 0 && <p>{words.outbox.none}</p>}
      <ul className="plain">
        {messages.data.map((m) => (
          <li key={m.id} className="message">
            <div className="row spread">
              <strong>{m.to}</strong>
              <span className="soft">
                <Link className="in-text" to={`/jobs/${m.job}/report`}>
                  {m.callSign}
                </Link>{' '}
                · {longMomentIn(timeZone, m.at)} · {m.by}
              </span>
            </div>
            <p className="written">{m.text}</p>
          </li>
        ))}
      </ul>
    </section>
  )
}
