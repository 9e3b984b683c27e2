import type { Feature, Material, Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { DamageKind } from '#core/catalogue/damage.ts'
import type { Permission } from '#core/catalogue/permission.ts'
import type { RuledOutBy } from '#core/procedures/messages.ts'

/** What holds on one surface beside its material: the car's features and what the customer refused. */
export interface Limits {
  ceiling: number
  /** What is put on a spot is rinsed out over the whole panel. */
  even: boolean
  /** What was wetted is judged in raking light. */
  judged: boolean
  /** Techniques that are ruled out here, and by what. */
  forbidden: ReadonlyMap<string, RuledOutBy>
  /** Other materials whose rows hold as well. */
  also: readonly Material[]
}

/** What one damage of a surface changes there. */
export interface Effect {
  damage: string
  effect: DamageKind['effects'][number]
}

/** Limits of a surface from the car's features and the permissions refused. */
export function limitsOf(
  surface: Surface,
  features: readonly Feature[],
  refused: readonly Permission[],
  catalogue: Catalogue,
  damages: readonly Effect[] = [],
): Limits {
  const forbidden = new Map<string, RuledOutBy>()
  const also: Material[] = []
  let [even, judged] = [false, false]
  let ceiling = Number.POSITIVE_INFINITY
  for (const feature of features)
    for (const effect of feature.effects) {
      if (effect.kinds.length > 0 && !effect.kinds.includes(surface.kind)) continue
      for (const code of effect.forbid) forbidden.set(code, { feature: feature.id })
      even ||= effect.even === true
      judged ||= effect.judged === true
      ceiling = Math.min(ceiling, effect.ceiling ?? Number.POSITIVE_INFINITY)
      const material = catalogue.materials.find((m) => m.id === effect.asMaterial)
      if (material) also.push(material)
    }
  for (const permission of refused)
    for (const code of permission.needs) forbidden.set(code, { permission: permission.id })
  for (const { damage, effect } of damages) for (const code of effect.forbid ?? []) forbidden.set(code, { damage })
  return { ceiling, even, judged, forbidden, also }
}
