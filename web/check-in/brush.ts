import type { Condition, Stain, SurfaceCondition } from '#core/condition/schema.ts'

/** What a stroke puts down. */
export type Brush =
  | { kind: 'soil'; level: number }
  | { kind: 'hair'; level: number }
  | { kind: 'sand'; level: number }
  | { kind: 'stain'; stain: Stain['kind']; age: Stain['age'] }

const none: SurfaceCondition = { soil: 0 }

function painted(old: SurfaceCondition, brush: Brush): SurfaceCondition {
  if (brush.kind === 'soil') return { ...old, soil: brush.level }
  if (brush.kind === 'hair' || brush.kind === 'sand') return { ...old, [brush.kind]: brush.level }
  const stains = old.stains ?? []
  // A second stroke with the same stain takes it off again.
  return stains.some((s) => s.kind === brush.stain)
    ? { ...old, stains: stains.filter((s) => s.kind !== brush.stain) }
    : { ...old, stains: [...stains, { kind: brush.stain, age: brush.age, attempts: 0 }] }
}

const isClean = (c: SurfaceCondition) => c.soil === 0 && !c.hair && !c.sand && !c.stains?.length

/** The condition after a brush touched a surface. Clean surfaces are not kept. */
export function paint(condition: Condition, surface: string, brush: Brush): Condition {
  const after = painted(condition[surface] ?? none, brush)
  const next = { ...condition }
  if (isClean(after)) delete next[surface]
  else next[surface] = after
  return next
}

/** Letters for the sheet: S stain, H hair, G grit. */
export const marksOf = (c: SurfaceCondition | undefined): string =>
  c ? [c.stains?.length && 'S', c.hair && 'H', c.sand && 'G'].filter(Boolean).join('') : ''
