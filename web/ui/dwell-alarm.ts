import type { Timer } from '#core/job/schema.ts'

/** What a dwell calls for: it may be worked from now on, it is about to dry on, it has. */
export type Call = 'ready' | 'soon' | 'dried'

/** Milliseconds before a dwell dries on at which it calls again. */
const ahead = 60_000

/** The moments at which a dwell calls, soonest first. A dwell that is short does not call twice within the last minute. */
export function callsOf({ step, startedAt, min, max }: Timer): { key: string; at: number; call: Call }[] {
  const start = Date.parse(startedAt)
  const [ready, dries] = [start + min * 60_000, start + max * 60_000]
  const soon = dries - ahead
  return [
    { call: 'ready' as const, at: ready },
    ...(soon > ready + ahead / 2 ? [{ call: 'soon' as const, at: soon }] : []),
    { call: 'dried' as const, at: dries },
  ].map((c) => ({ ...c, key: `${step} ${startedAt} ${c.call}` }))
}

/** Milliseconds after its moment in which a call is still made: a screen that slept says it late rather than never. */
const lateBy = 120_000

/** Calls that are due now and were not made yet. */
export const dueCalls = (timers: readonly Timer[], now: number, made: ReadonlySet<string>) =>
  timers.flatMap(callsOf).filter((c) => c.at <= now && now < c.at + lateBy && !made.has(c.key))
