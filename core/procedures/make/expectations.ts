import type { Surface } from '#core/cabin/schema.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import { chanceWords, removalChance } from '#core/condition/expectation.ts'
import type { Procedure } from '#core/procedures/schema.ts'
import { stainRow } from './stains-here.ts'

/**
 * What the customer is told before: for every stain and damage the chance of full removal, in percent and in words.
 * Damage is permanent and stays; stains go by kind, age, earlier attempts and the material they sit on.
 */
export function expectationsOf(
  checkIn: Pick<CheckIn, 'condition'>,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
): Procedure['expectations'] {
  return surfaces.flatMap((surface) => {
    const { stains = [], damage = [] } = checkIn.condition[surface.id] ?? {}
    const family = byId(catalogue.materials, surface.material, 'material').family
    const told = (stain: string, chance: number, words = chanceWords(chance)) => ({
      surface: surface.id,
      name: surface.name,
      stain,
      chance,
      words,
    })
    return [
      ...stains.map((stain) => {
        const kind = byId(catalogue.stains, stain.kind, 'stain')
        const row = stainRow(kind, family, catalogue)
        return told(kind.name, removalChance(stain, kind.chance, row ? row.shift : 0))
      }),
      ...damage.map((d) =>
        told(
          byId(catalogue.damages, d.kind, 'damage').name,
          0,
          d.appeared ? 'stays; appeared during cleaning' : 'stays: damage',
        ),
      ),
    ]
  })
}
