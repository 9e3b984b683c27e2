import type { Material } from '#core/cabin/schema.ts'
import type { Figures } from '#core/catalogue/figures.ts'
import type { Treatment } from '#core/catalogue/treatment.ts'

type Towelled = Pick<Figures, 'towelledUnder' | 'towelledLeft'>

/** The place among the treatments of one that names none. */
const usualTurn = 50

/** g/m² left on a material after a treatment by itself. */
export function leftOn(treatment: Treatment, material: Material, { towelledUnder, towelledLeft }: Towelled): number {
  const left = material.family === 'carpet' ? (treatment.left.carpet ?? treatment.left.default) : treatment.left.default
  return material.holds < towelledUnder ? Math.min(left, towelledLeft) : left
}

const turnOf = (treatment: Treatment) => treatment.turn ?? usualTurn

/**
 * g/m² that stay in a surface when its wetting ends: a running balance over its treatments in their turn. What puts water on adds; what
 * pulls it out leaves its own, whatever was there; a towel only wipes off the top; a second round leaves a little more (catalogue D1,
 * judgement §4).
 */
export function balanceOf(treatments: readonly Treatment[], material: Material, figures: Towelled): number {
  let balance = 0
  // Put on to be taken out again: it counts only if nothing pulls it out.
  let waits = 0
  // A solvent on a towel leaves no water: it airs.
  for (const t of treatments.filter((t) => t.wet).sort((a, b) => turnOf(a) - turnOf(b))) {
    const left = leftOn(t, material, figures)
    if (t.takesOut) balance = left
    else if (t.needs) waits += left
    else balance += left
    if (t.takesOut) waits = 0
    balance += material.holds < figures.towelledUnder ? 0 : (t.left.adds ?? 0)
  }
  return balance + waits
}
