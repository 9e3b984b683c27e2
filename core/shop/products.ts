import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Product } from '#core/chemistry/schema.ts'
import { drawnPurpose } from '#core/chemistry/way.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import type { HazardRole, Ratio } from '#core/mixing/schema.ts'
import { neverUsed, questionsOf } from './families.ts'
import type { OwnProduct } from './schema.ts'

/** What safety needs of a product before anybody is offered it. */
export type Missing = 'role' | 'families' | 'ph' | 'maximum' | 'strength' | 'question' | 'never-used'

/** Why a can is neither planned, mixed nor poured; empty: it is. */
export function missingOf(can: OwnProduct): Missing[] {
  if (can.families.some((f) => neverUsed.includes(f))) return ['never-used']
  return [
    ...(can.role === null ? (['role'] as const) : []),
    ...(can.families.length === 0 ? (['families'] as const) : []),
    ...(can.ph === null ? (['ph'] as const) : []),
    ...(can.maximum === null ? (['maximum'] as const) : []),
    ...(can.strengths.length === 0 ? (['strength'] as const) : []),
    ...(questionsOf(can).length > 0 ? (['question'] as const) : []),
  ]
}

/** Purposes that the treatments of a role ask for, in the catalogue's order. */
export const purposesOf = (role: string, { products }: Pick<Catalogue, 'products'>): string[] =>
  Object.keys(products.find((p) => p.id === role)?.ratios ?? {})

const hazards: readonly HazardRole[] = ['acid', 'peroxide', 'enzyme', 'solvent']
const hazardOf = (families: readonly string[]): HazardRole | undefined =>
  families.includes('quat')
    ? 'disinfectant'
    : families.includes('alcohol')
      ? 'solvent'
      : hazards.find((h) => families.includes(h))

/** Wear that follows from the label's codes, whatever else was ticked. */
const wearBy: readonly [RegExp, string[]][] = [
  [/^H(314|318)/, ['goggles', 'gloves']],
  [/^H(315|317|31[0-2])/, ['gloves']],
  [/^H319/, ['goggles-for-the-concentrate']],
]
const wearOf = (h: readonly string[]) => wearBy.flatMap(([code, wear]) => (h.some((c) => code.test(c)) ? wear : []))

/** The purpose under which a strength for machines stands. */
export const byMachine = (purpose: string) => `${purpose}${drawnPurpose}`

/** For each purpose the label's own strength; where it says none for that, the weakest it does say. */
function ratiosOf(can: OwnProduct, purposes: readonly string[]): Record<string, Ratio> {
  const said = (purpose: string, by: 'hand' | 'machine') =>
    can.strengths.find((s) => s.purpose === purpose && s.by === by)?.ratio
  const weakest = [...can.strengths].sort((a, b) => fractionOf(a.ratio) - fractionOf(b.ratio))[0]!.ratio
  return Object.fromEntries(
    purposes.flatMap((purpose) => {
      const machine = said(purpose, 'machine')
      return [
        [purpose, said(purpose, 'hand') ?? machine ?? weakest],
        ...(machine ? [[byMachine(purpose), machine]] : []),
      ]
    }),
  )
}

/**
 * A can as the engines take a product: its label's figures, with the cautions and the wear of the role it stands for besides.
 * @param role the shipped product in whose place it is used
 */
export function productOf(can: OwnProduct, role: Product): Product {
  const { maximum, families, flammable, ph, lifeDays, signal, pictograms, h, p } = can
  const hazard = hazardOf(families) ?? role.hazard
  const byHand = can.strengths.find((s) => s.by === 'hand')?.ratio
  const machine = can.strengths.find((s) => s.by === 'machine')?.ratio
  return {
    id: can.id,
    families,
    flammable,
    ph: ph!,
    lifeDays,
    signal,
    pictograms,
    h,
    p,
    ratios: ratiosOf(can, Object.keys(role.ratios)),
    maximum: maximum!.ratio,
    methods: { ...(byHand ? { hand: byHand } : {}), ...(machine ? { machine } : {}) },
    waterFirst: can.waterFirst || role.waterFirst,
    foams: can.foams || role.foams,
    ppe: [...new Set([...role.ppe, ...can.ppe, ...wearOf(h)])],
    cautions: role.cautions,
    ...(hazard ? { hazard } : {}),
    ...(can.retired ? { offered: false as const } : {}),
  }
}
