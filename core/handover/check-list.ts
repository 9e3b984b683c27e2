import type { Body, Surface } from '#core/cabin/schema.ts'
import type { Catalogue, CheckListPlace } from '#core/procedures/catalogue.ts'

/** The places people forget, only those this car has. */
export function checkListFor(body: Body, surfaces: readonly Surface[], catalogue: Catalogue): CheckListPlace[] {
  const kinds = new Set(surfaces.map((s) => s.kind))
  return catalogue.checkList.filter((place) => {
    if (place.kinds) return place.kinds.some((k) => kinds.has(k))
    if (place.doorKind) return body.doors.some((d) => d.kind === place.doorKind)
    return true
  })
}
