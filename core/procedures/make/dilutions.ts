import type { Catalogue } from '#core/catalogue/catalogue.ts'
import { drawnPurpose } from '#core/chemistry/way.ts'
import { fractionOf } from '#core/mixing/fraction.ts'
import type { Ratio } from '#core/mixing/schema.ts'
import type { Work } from './choose.ts'
import type { Draft } from './steps.ts'

/** What is mixed for its one purpose: its strength is never another's (judgement.md §10). */
const ownStrength = ['acid', 'enzyme', 'peroxide', 'quat', 'solvent']

const same = (a: Ratio, b: Ratio) => fractionOf(a) === fractionOf(b)

/** Whether a surface takes what is put on it as it comes: no care, no limit of strength in its row of C1. */
const takesIt = ({ treatment, material }: Work) =>
  treatment.techniques.every((code) => material.tolerates[code] === 'Y')

const isDrawn = ({ product }: Work['treatment']) => product?.purpose.endsWith(drawnPurpose) === true

/** Strengths that the rows of C1 tell apart: a stronger one is a technique of its own. */
const strengths = ['AL', 'HD']
const strengthsOf = ({ treatment }: Work) => treatment.techniques.filter((code) => strengths.includes(code))

/**
 * One dilution of a product a job, the strongest that is planned, where the label and C1 allow that strength on every surface the product
 * meets; else each step keeps its own (judgement.md §10).
 */
export function oneDilution(
  steps: readonly Draft[],
  works: readonly Work[],
  { products }: Pick<Catalogue, 'products'>,
): Draft[] {
  const chosen = new Map<string, Ratio>()
  // What a machine draws has a strength of its own on the label.
  const drawn = new Set(works.filter((w) => isDrawn(w.treatment)).map((w) => w.treatment.id))
  for (const { id, families, maximum } of products) {
    const used = steps.flatMap((s) => (s.product?.id === id && !drawn.has(s.treatment) ? [s.product.ratio] : []))
    const [strongest] = [...used].sort((a, b) => fractionOf(b) - fractionOf(a))
    if (!strongest || used.every((r) => same(r, strongest))) continue
    if (families.some((f) => ownStrength.includes(f)) || fractionOf(strongest) > fractionOf(maximum)) continue
    const met = works.filter((w) => w.treatment.product?.id === id && !isDrawn(w.treatment))
    const isStrongest = (w: Work) =>
      steps.some((s) => s.treatment === w.treatment.id && same(s.product!.ratio, strongest))
    const asked = met.filter(isStrongest).flatMap(strengthsOf)
    const raised = met.filter((w) => !isStrongest(w))
    if (raised.every((w) => takesIt(w) && asked.every((code) => w.material.tolerates[code] === 'Y')))
      chosen.set(id, strongest)
  }
  return steps.map((s) => {
    const ratio = s.product && !drawn.has(s.treatment) && chosen.get(s.product.id)
    return ratio ? { ...s, product: { ...s.product!, ratio } } : s
  })
}
