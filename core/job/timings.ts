import type { Timing } from '#core/procedures/pace.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { WorkEvent } from './schema.ts'

/** Minutes shorter than this are a slip of the thumb, not a time. */
const shortest = 0.2

/**
 * What finished steps took in minutes of work, pauses left out, against the catalogue's minutes for them.
 * A step with anything recorded without a line gives no time: device clocks are displayed, never trusted.
 * @param rates the shop's pace the procedure was made with: taken out again, so that paces never pile up
 */
export function timingsOf(
  events: readonly WorkEvent[],
  procedure: Procedure,
  rates: Readonly<Record<string, number>> = {},
): Timing[] {
  const running = new Map<string, number>()
  const worked = new Map<string, { minutes: number; people: Set<string> }>()
  const timings: Timing[] = []
  const untimed = new Set(events.flatMap((e) => (e.offline && 'step' in e.data ? [e.data.step] : [])))
  for (const event of events) {
    if (event.type !== 'step-started' && event.type !== 'step-paused' && event.type !== 'step-finished') continue
    const { step: id } = event.data
    const at = Date.parse(event.serverTime) / 60_000
    const so = worked.get(id) ?? { minutes: 0, people: new Set<string>() }
    worked.set(id, so)
    if (event.type === 'step-started') {
      running.set(id, at)
      so.people.add(event.author)
      continue
    }
    const from = running.get(id)
    if (from !== undefined) so.minutes += at - from
    running.delete(id)
    const step = procedure.steps.find((s) => s.id === id)
    if (event.type !== 'step-finished' || !step || step.crew === 0 || step.byHand || so.minutes < shortest) continue
    if (untimed.has(id)) continue
    timings.push({
      treatment: step.treatment,
      book: step.p50 / (rates[step.treatment] ?? 1),
      took: so.minutes,
      // People who take turns work one after the other.
      people: step.crew,
    })
  }
  return timings
}
