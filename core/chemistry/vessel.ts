import type { NeverMix, Product } from './schema.ts'

/** What stands in a vessel: a product, something nobody knows, or nothing. */
export type Content = Product | 'unknown' | null

export interface VesselFinding {
  code: string
  /** A stop cannot be overruled; rinse can be answered by a recorded rinse. */
  kind: 'stop' | 'rinse'
  reason: string
  remedy: string
}

const label = 'Follow the label, the safety data sheet and your local rules; the stricter wins.'

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
      reason: 'Chlorine bleach is not used inside cars.',
      remedy: `Enzyme, then mild acid. ${label}`,
    })
  if (closed && adding.families.includes('oxygen-bleach'))
    findings.push({
      code: 'swells',
      kind: 'stop',
      reason: 'Oxygen bleach in a closed bottle or sprayer builds up pressure.',
      remedy: `Mix it fresh in an open tub and never keep it. ${label}`,
    })
  if (content === null || rinsed) return findings
  if (content === 'unknown')
    return [
      ...findings,
      {
        code: 'unknown-remnant',
        kind: 'rinse',
        reason: 'Nobody knows what was in it: never top up an unknown remnant.',
        remedy: `Empty it as its worst case asks, rinse twice, and record the rinse. ${label}`,
      },
    ]
  for (const pair of pairs) {
    const meets = (x: string, y: string) => content.families.includes(x) && adding.families.includes(y)
    if (content.id === adding.id || !(meets(pair.a, pair.b) || meets(pair.b, pair.a))) continue
    findings.push({
      code: pair.id,
      kind: 'stop',
      reason: pair.reason,
      remedy: `Take a clean vessel. If they have met: out into the open air, nobody near, read the data sheets. ${label}`,
    })
  }
  if (content.id !== adding.id && !findings.some((f) => f.kind === 'stop'))
    findings.push({
      code: 'other-product',
      kind: 'rinse',
      reason: `${content.name} was in it: a bottle never changes product without a rinse, nor keeps its old label.`,
      remedy: `Empty it, rinse twice, take the label off, and record the rinse. ${label}`,
    })
  return findings
}

/** The moment a ready mix is past its life. @param made ISO moment */
export const keepsUntil = (product: Product, made: string): string =>
  new Date(Date.parse(made) + product.lifeDays * 86_400_000).toISOString()

/** Whether a product's labels are read strictly: a second meaning is always asked about, never assumed. */
export const alwaysAsk = ({ hazard }: Product): boolean => hazard !== undefined && hazard !== 'enzyme'
