import { surfacesOf } from '#core/cabin/surfaces.ts'
import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { ProcedureRequest, Step } from '#core/procedures/schema.ts'

export interface Rung {
  level: number
  treatments: readonly string[]
  /** The one the step's first surface gets now. */
  now: boolean
}

/** The rungs a step's surfaces could get by their programme, the gentlest first; empty for steps that are on no ladder. */
export function ladderOf(step: Step, steps: readonly Step[], request: ProcedureRequest, catalogue: Catalogue): Rung[] {
  const surface = surfacesOf(request.checkIn.vehicle.body, catalogue.surfaces).find((s) => s.id === step.surfaces[0])
  if (!surface || step.crew === 0) return []
  const { family } = byId(catalogue.materials, surface.material, 'material')
  const programme = catalogue.programmes.find((p) => p.groups.includes(surface.group) && p.families.includes(family))
  if (!programme?.soil.some((rung) => rung.includes(step.treatment))) return []
  const done = new Set(steps.filter((s) => s.surfaces.includes(surface.id)).map((s) => s.treatment))
  const now = programme.soil.findLastIndex((rung) => rung.length > 0 && rung.every((id) => done.has(id)))
  const seen = new Set<string>()
  return programme.soil.flatMap((rung, level) => {
    if (rung.length === 0 || seen.has(rung.join())) return []
    seen.add(rung.join())
    return [{ level, treatments: rung, now: programme.soil[now]?.join() === rung.join() }]
  })
}
