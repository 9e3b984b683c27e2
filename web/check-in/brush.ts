import type { CarPlace } from '#core/cabin/places.ts'
import { isClean } from '#core/condition/patterns.ts'
import type { Condition, Moisture, Odour, Stain, SurfaceCondition } from '#core/condition/schema.ts'
import type { WordedCatalogue } from '#words/catalogue.ts'

/** What a stroke puts down. */
export type Brush =
  | { kind: 'soil'; level: number }
  | { kind: 'hair'; level: number }
  | { kind: 'sand'; level: number }
  | { kind: 'stain'; stain: Stain['kind']; age: Stain['age']; attempts: number; size?: Stain['size'] }
  | { kind: 'damage'; damage: string }
  | { kind: 'moisture'; moisture: Moisture }
  | { kind: 'biohazard'; biohazard: string }
  | { kind: 'odour'; odour: string }

const none: SurfaceCondition = { soil: 0 }

/** Puts a thing on a list, or takes it off when it is there: a second stroke undoes the first. */
function toggled<T>(list: readonly T[] | undefined, is: (item: T) => boolean, item: T): T[] {
  const old = list ?? []
  return old.some(is) ? old.filter((other) => !is(other)) : [...old, item]
}

function painted(old: SurfaceCondition, brush: Brush, at: Stain['at']): SurfaceCondition {
  switch (brush.kind) {
    case 'soil':
      return { ...old, soil: brush.level }
    case 'hair':
    case 'sand':
      return { ...old, [brush.kind]: brush.level }
    case 'stain': {
      const stain: Stain = {
        kind: brush.stain,
        age: brush.age,
        attempts: brush.attempts,
        ...(brush.size ? { size: brush.size } : {}),
        ...(at ? { at } : {}),
      }
      return { ...old, stains: toggled(old.stains, (s) => s.kind === brush.stain, stain) }
    }
    case 'damage':
      return { ...old, damage: toggled(old.damage, (d) => d.kind === brush.damage, { kind: brush.damage }) }
    case 'moisture': {
      const { moisture, ...rest } = old
      return moisture === brush.moisture ? rest : { ...rest, moisture: brush.moisture }
    }
    // A smell is the car's; where it comes from is kept with it.
    case 'odour':
      return old
    case 'biohazard':
      return { ...old, biohazard: toggled(old.biohazard, (b) => b === brush.biohazard, brush.biohazard) }
  }
}

/** The condition after a brush touched a surface, for a stain at a place of it. Clean surfaces are not kept. */
export function paint(condition: Condition, surface: string, brush: Brush, at?: Stain['at']): Condition {
  const after = painted(condition[surface] ?? none, brush, at)
  const next = { ...condition }
  if (isClean(after)) delete next[surface]
  else next[surface] = after
  return next
}

/** Families of material that hold hair, grit and water. */
const holding = new Set(['cloth', 'carpet', 'wool', 'synthetic-suede', 'real-suede', 'headliner', 'suede-headliner'])

/**
 * The parts of a place that a brush paints when the place is touched as a whole: all for soil, what holds it for hair, grit and water; none
 * for what is somewhere on it, a stain or damage: that is shown on its part.
 */
export function onWhole(place: CarPlace, { kind }: Brush, { materials }: Pick<WordedCatalogue, 'materials'>): string[] {
  if (kind === 'soil') return place.surfaces.map((s) => s.id)
  if (kind !== 'hair' && kind !== 'sand' && kind !== 'moisture') return []
  const soft = new Set(materials.filter((m) => holding.has(m.family)).map((m) => m.id))
  return place.surfaces.filter((s) => soft.has(s.material)).map((s) => s.id)
}

/** A smell's source marked, or unmarked where it was: the first mark of a smell takes it down as clear. */
export function smelled(odours: readonly Odour[] | undefined, kind: string, surface: string): Odour[] {
  const all = odours ?? []
  const old = all.find((o) => o.kind === kind) ?? { kind, level: 2, source: '' }
  const at = old.at ?? []
  const now = { ...old, at: at.includes(surface) ? at.filter((id) => id !== surface) : [...at, surface] }
  return [...all.filter((o) => o.kind !== kind), now]
}
