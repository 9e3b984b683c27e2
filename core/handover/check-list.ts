import type { Body, Surface } from '#core/cabin/schema.ts'
import type { Catalogue, CheckListPlace } from '#core/procedures/catalogue.ts'

/** The places people forget, only those this car has and its finish level looks at. @param finish id of a finish level */
export function checkListFor(
  body: Body,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
  finish = 'standard',
): CheckListPlace[] {
  const kinds = new Set(surfaces.map((s) => s.kind))
  const shown = catalogue.finishes.find((f) => f.id === finish)?.checks === 'shown'
  return catalogue.checkList.filter((place) => {
    if (place.hidden && shown) return false
    if (place.rowKind) return body.rows.some((r) => r.kind === place.rowKind)
    if (place.kinds) return place.kinds.some((k) => kinds.has(k))
    if (place.doorKind) return body.doors.some((d) => d.kind === place.doorKind)
    return true
  })
}
