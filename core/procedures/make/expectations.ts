import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { wickingChance } from '#core/drying/wicking.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import type { Work } from './choose.ts'
import { hopeOf } from './stains-here.ts'

/**
 * What the customer is told before: for every stain and damage the chance of full removal, in percent.
 * Damage is permanent and stays; stains go by kind, age, earlier attempts and the material they sit on.
 * @param works what is planned, where it is known: a stain that nothing is done about is not promised
 */
export function expectationsOf(
  checkIn: Pick<CheckIn, 'condition'>,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
  works?: readonly Work[],
  /** g/m² left by surface when wetting ends. */
  left: ReadonlyMap<string, number> = new Map(),
): Procedure['expectations'] {
  const worked = works && new Set(works.flatMap((w) => (w.stains ?? []).map((s) => `${s.kind} ${w.surface.id}`)))
  return surfaces.flatMap((surface) => {
    const { stains = [], damage = [] } = checkIn.condition[surface.id] ?? {}
    const family = byId(catalogue.materials, surface.material, 'material').family
    const here = { surface: surface.id, name: surface.name }
    return [
      ...stains.map((stain) => {
        const { kind, chance } = hopeOf(stain, family, catalogue)
        if (chance > 0 && worked && !worked.has(`${kind.id} ${surface.id}`))
          return { ...here, of: 'stain' as const, kind: kind.id, chance: 0, unplanned: true as const }
        const comesBack = wickingChance(kind.wicking, stain.age, left.get(surface.id) ?? 0, catalogue.figures)
        return { ...here, of: 'stain' as const, kind: kind.id, chance, ...(comesBack > 0 ? { comesBack } : {}) }
      }),
      ...damage.map((d) => ({
        ...here,
        of: 'damage' as const,
        kind: byId(catalogue.damages, d.kind, 'damage').id,
        chance: 0,
        ...(d.appeared ? { appeared: true as const } : {}),
      })),
    ]
  })
}
