import { words } from '#words/en/screens/ui.ts'
import './kept-here.css'

/** Something that was tapped on this device and that the server does not have yet. */
interface Waiting {
  order: number
  event: { type: string; data: object; deviceTime: string }
  refused?: string
}

const tappedAs = (type: string) => words.tapped[type] ?? type

function about({ data }: Waiting['event'], titles: ReadonlyMap<string, string>): string {
  const { step, place, text, note, to, surface } = data as Record<string, string | undefined>
  return titles.get(step ?? place ?? '') ?? text ?? note ?? to ?? surface ?? ''
}

/** What waits on this device to be sent, and what the server would not have, each in words. */
export function KeptHere({
  kept,
  titles = new Map(),
  clock,
  onDismiss,
}: {
  kept: readonly Waiting[]
  /** Says a moment on the shop's clock, as all else on the screen. */
  clock: (iso: string) => string
  titles?: ReadonlyMap<string, string>
  onDismiss: (order: number) => void
}) {
  const waiting = kept.filter((k) => k.refused === undefined)
  const refused = kept.filter((k) => k.refused !== undefined)
  return (
    <div role="status" aria-label={words.keptHere}>
      {waiting.length > 0 && (
        <section className="kept-here">
          <strong>{words.notSent}</strong>
          <ul className="plain">
            {waiting.map((k) => (
              <li key={k.order}>
                <span>
                  {tappedAs(k.event.type)}: {about(k.event, titles)}
                </span>
                <span className="soft">{clock(k.event.deviceTime)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {refused.map((k) => (
        <section key={k.order} className="told">
          <strong>{words.notTaken(tappedAs(k.event.type), about(k.event, titles), clock(k.event.deviceTime))}</strong>{' '}
          {k.refused}{' '}
          <button type="button" className="plain-button" onClick={() => onDismiss(k.order)}>
            {words.readIt}
          </button>
        </section>
      ))}
    </div>
  )
}
