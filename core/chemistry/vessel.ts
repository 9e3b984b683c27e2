import { none } from '#core/message/message.ts'
import { type VesselReason, vesselReason } from './messages.ts'
import type { NeverMix, Product } from './schema.ts'

/** What stands in a vessel: a product, something nobody knows, or nothing. */
export type Content = Product | 'unknown' | null

export interface VesselFinding {
  code: string
  /** A stop cannot be overruled; rinse can be answered by a recorded rinse. */
  kind: 'stop' | 'rinse'
  /** What to do follows from the same code. */
  reason: VesselReason
}

/**
 * Whether a product may go into a vessel with what stands or stood in it (trade.md §10). A stop is for what can give gas, heat, fire or
 * pressure, or spoils the product; anything else that is different needs a recorded rinse first.
 * @param rinsed a rinse has been recorded since `content` was in it
 * @param closed a bottle or sprayer, not an open tub
 */
export function vesselFindings(
  content: Content,
  adding: Product,
  pairs: readonly NeverMix[],
  { rinsed, closed }: { rinsed: boolean; closed: boolean },
): VesselFinding[] {
  const findings: VesselFinding[] = []
  if (adding.families.includes('chlorine'))
    findings.push({
      code: 'no-chlorine',
      kind: 'stop',
      reason: vesselReason('chlorine', none),
    })
  if (closed && adding.families.includes('oxygen-bleach'))
    findings.push({
      code: 'swells',
      kind: 'stop',
      reason: vesselReason('swells', none),
    })
  if (content === null || rinsed) return findings
  if (content === 'unknown')
    return [
      ...findings,
      {
        code: 'unknown-remnant',
        kind: 'rinse',
        reason: vesselReason('unknown-remnant', none),
      },
    ]
  for (const pair of pairs) {
    const meets = (x: string, y: string) => content.families.includes(x) && adding.families.includes(y)
    if (content.id === adding.id || !(meets(pair.a, pair.b) || meets(pair.b, pair.a))) continue
    findings.push({
      code: pair.id,
      kind: 'stop',
      reason: vesselReason('never-mix', { pair: pair.id }),
    })
  }
  if (content.id !== adding.id && !findings.some((f) => f.kind === 'stop'))
    findings.push({
      code: 'other-product',
      kind: 'rinse',
      reason: vesselReason('other-product', { product: content.id }),
    })
  return findings
}

/** The moment a ready mix is past its life. @param made ISO moment */
export const keepsUntil = (product: Product, made: string): string =>
  new Date(Date.parse(made) + product.lifeDays * 86_400_000).toISOString()

/** Whether a product's labels are read strictly: a second meaning is always asked about, never assumed. */
export const alwaysAsk = ({ hazard }: Product): boolean => hazard !== undefined && hazard !== 'enzyme'
