import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { takeBackRequest, useWaitingOf } from '#web/client/requests.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import '#web/ui/kept-here.css'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'

/** What was mixed without a line: the bottles hold it already, the log does not know yet. */
export function BatchesKept({ containers }: { containers: readonly ContainerView[] }) {
  const kept = useWaitingOf('batch')
  const { timeZone } = useSignedIn()
  if (kept.length === 0) return null
  return (
    <section className="kept-here" aria-label={words.batchesKept}>
      <strong>{words.batchesKept}</strong>
      <ul className="plain">
        {kept.map(({ id, deviceTime, body }) => (
          <li key={id}>
            <span>
              {words.batchKeptAs(
                sayVolume(body.fill),
                speak.names.of('products', body.product).name,
                sayRatio(body.ratio),
                containers.find((c) => c.id === body.container)?.name ?? '',
              )}
            </span>
            <span className="soft">{clockIn(timeZone, deviceTime)}</span>
            <button type="button" className="plain-button" onClick={() => takeBackRequest(id)}>
              {words.takeBack}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
