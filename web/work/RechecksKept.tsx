import type { Surface } from '#core/cabin/schema.ts'
import type { FailedRecheck } from '#web/client/device-requests.ts'
import { takeBackRequest } from '#web/client/requests.ts'
import '#web/ui/kept-here.css'
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
  if (kept.length === 0) return null
  return (
    <section className="kept-here" aria-label={words.rechecksKept}>
      <strong>{words.rechecksKept}</strong>
      <ul className="plain">
        {kept.map(({ id, deviceTime, body }) => (
          <li key={id}>
            <span>
              {surfaces
                .filter((s) => body.surfaces.includes(s.id))
                .map((s) => speak.surface(s.name))
                .join(', ')}
              : {body.note}
            </span>
            <span className="soft">{clock(deviceTime)}</span>
            <button type="button" className="plain-button" onClick={() => takeBackRequest(id)}>
              {words.takeBack}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
