import type { Body } from '#core/cabin/schema.ts'
import type { OwnPackage, Size } from './schema.ts'

/** How big a car is for its price: by its rows of seats and its load area; a van and a carrier are large, a two-seater small. */
export function sizeOf({ rows, kind }: Pick<Body, 'rows' | 'kind'>): Size {
  if (rows.length >= 3 || kind === 'van') return 'large'
  return rows.length === 1 ? 'small' : 'medium'
}

/** What a package costs for a car of this body and soil; null where it has no prices. @param soil 0–4, the car's own */
export const priceOf = (
  { prices }: Pick<OwnPackage, 'prices'>,
  body: Pick<Body, 'rows' | 'kind'>,
  soil: number,
): number | null => (prices ? prices[sizeOf(body)][Math.min(4, Math.max(0, Math.round(soil)))]! : null)

/** What work beside a package costs by its minutes, in whole units of the currency. @param hour minor units @param digits behind the point */
export const extraPrice = (minutes: number, hour: number, digits: number): number =>
  Math.round(((minutes / 60) * hour) / 10 ** digits) * 10 ** digits

/** What an hour of work costs on average: each person by what is said of them, the others by the shop's figure. */
export function labourOf(hours: readonly (number | null)[], usual: number | undefined): number | undefined {
  const known = hours.flatMap((h) => h ?? usual ?? [])
  return known.length === 0 ? usual : Math.round(known.reduce((a, b) => a + b, 0) / known.length)
}
