import { sayRatio, sayVolume } from '#core/units/format.ts'
import type { ContainerView } from '#server/mixing/views.ts'
import { takeBackRequest, useWaitingOf } from '#web/client/requests.ts'
import { useSignedIn } from '#web/client/session.ts'
import { clockIn } from '#web/shell/clock.ts'
import { KeptRequests } from '#web/ui/KeptRequests.tsx'
import { words } from '#words/en/screens/mixing.ts'
import { speak } from '#words/en/speak.ts'

/** What was mixed without a line: the bottles hold it already, the log does not know yet. */
export function BatchesKept({ containers }: { containers: readonly ContainerView[] }) {
  const kept = useWaitingOf('batch')
  const { timeZone } = useSignedIn()
  return (
    <KeptRequests
      title={words.batchesKept}
      kept={kept.map(({ id, deviceTime, body }) => ({
        id,
        text: words.batchKeptAs(
          sayVolume(body.fill),
          speak.names.of('products', body.product).name,
          sayRatio(body.ratio),
          containers.find((c) => c.id === body.container)?.name ?? '',
        ),
        at: clockIn(timeZone, deviceTime),
      }))}
      takeBack={words.takeBack}
      onTakeBack={takeBackRequest}
    />
  )
}
