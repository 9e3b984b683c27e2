import type { Surface } from '#core/cabin/schema.ts'
import type { FailedRecheck } from '#web/client/device-requests.ts'
import { takeBackRequest } from '#web/client/requests.ts'
import { KeptRequests } from '#web/ui/KeptRequests.tsx'
import { words } from '#words/en/screens/work.ts'
import { speak } from '#words/en/speak.ts'

interface Props {
  kept: readonly { id: string; deviceTime: string; body: FailedRecheck }[]
  surfaces: readonly Surface[]
  /** Says a moment on the shop's clock. */
  clock: (iso: string) => string
}

/** What failed when dry and is kept on this device: how it is treated again is worked out once there is a line. */
export function RechecksKept({ kept, surfaces, clock }: Props) {
  const where = ({ surfaces: failed }: FailedRecheck) =>
    surfaces.filter((s) => failed.includes(s.id)).map((s) => speak.surface(s.name))
  return (
    <KeptRequests
      title={words.rechecksKept}
      kept={kept.map(({ id, deviceTime, body }) => ({
        id,
        text: `${where(body).join(', ')}: ${body.note}`,
        at: clock(deviceTime),
      }))}
      takeBack={words.takeBack}
      onTakeBack={takeBackRequest}
    />
  )
}
