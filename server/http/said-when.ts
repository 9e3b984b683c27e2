import { type Static, Type } from '@sinclair/typebox'

/** When something was said by a device that could not send it at once, and when it sent it; both by its own clock. */
export const SaidWhen = Type.Object(
  { deviceTime: Type.String({ maxLength: 40 }), sentAt: Type.String({ maxLength: 40 }) },
  { additionalProperties: false },
)
export type SaidWhen = Static<typeof SaidWhen>

/** Oldest that a device is believed: a clock that was set meanwhile must not date anything before the car came. */
const oldest = 7 * 24 * 3_600_000
export const oldestBelieved = (now: string): number => Date.parse(now) - oldest

/**
 * Only how long ago something was is taken from a device; what time it is, the server knows.
 * @param earliest ms before which it cannot have been
 * @returns an ISO moment, not after now; now where the device's times cannot be read
 */
export function happenedAt({ deviceTime, sentAt }: SaidWhen, now: string, earliest = oldestBelieved(now)): string {
  const today = Date.parse(now)
  const said = Date.parse(deviceTime) - (Date.parse(sentAt) - today)
  return new Date(Number.isFinite(said) ? Math.min(today, Math.max(earliest, said)) : today).toISOString()
}
