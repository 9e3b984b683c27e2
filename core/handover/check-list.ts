import type { Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { PlaceToCheck } from '#core/catalogue/check-list-place.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'

/** The places people forget, only those this car has, can reach, and its finish level looks at. */
export function checkListFor(
  { vehicle: { body }, finish = 'standard', functions = {} }: Pick<CheckIn, 'vehicle' | 'finish' | 'functions'>,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
): PlaceToCheck[] {
  const kinds = new Set(surfaces.map((s) => s.kind))
  const shown = catalogue.finishes.find((f) => f.id === finish)?.checks === 'shown'
  const there = catalogue.checkList.filter((place) => {
    if (place.hidden && shown) return false
    if (place.rowKind) return body.rows.some((r) => r.kind === place.rowKind)
    if (place.kinds) return place.kinds.some((k) => kinds.has(k))
    if (place.doorKind) return body.doors.some((d) => d.kind === place.doorKind)
    return true
  })
  // Where something does not work a place falls out, or is said otherwise.
  const dead = catalogue.functions.filter((f) => functions[f.id]?.works === false)
  return there.flatMap((place) => {
    // One dead window leaves the others' places to be looked at.
    if (dead.some((f) => f.instead?.gone?.includes(place.id) && !functions[f.id]?.which?.length)) return []
    const by = dead.findLast((f) => f.instead?.places?.includes(place.id))
    return [by ? { ...place, function: by.id } : place]
  })
}
