import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { Condition, Odour, SurfaceCondition } from '#core/condition/schema.ts'
import type { ProcedureRequest } from '#core/procedures/schema.ts'

/** A source that only smells is cleaned as if it were used: dust and film hold what is smelt. */
const smellsLike = 2

function withSource(there: SurfaceCondition, stain: string | undefined): SurfaceCondition {
  if (stain === undefined) return { ...there, soil: Math.max(there.soil, smellsLike) }
  const { stains = [] } = there
  if (stains.some((s) => s.kind === stain)) return there
  return { ...there, stains: [...stains, { kind: stain, age: 'old', attempts: 0, size: 'palm' }] }
}

/**
 * The condition with the sources of the smells in it (trade.md, odour: source, clean, dry, air; enzyme for protein only): where a smell is
 * known to come from, its source is worked as what it most likely is, also where nothing is seen.
 */
function withSources(condition: Condition, odours: readonly Odour[], catalogue: Catalogue): Condition {
  const found = { ...condition }
  for (const { kind, at = [] } of odours) {
    const { stain } = byId(catalogue.odours, kind, 'smell')
    for (const id of at) found[id] = withSource(found[id] ?? { soil: 0 }, stain)
  }
  return found
}

/** The check-in as it is worked by: with the finish that is asked for, and the sources of its smells. */
export function asWorked({ checkIn, finish = checkIn.finish }: ProcedureRequest, catalogue: Catalogue): CheckIn {
  const condition = withSources(checkIn.condition, checkIn.odours ?? [], catalogue)
  return { ...checkIn, condition, ...(finish ? { finish } : {}) }
}
