import type { Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { CheckListPlace } from '#core/catalogue/check-list-place.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'

/** The places people forget, only those this car has, can reach, and its finish level looks at. */
export function checkListFor(
  { vehicle: { body }, finish = 'standard', functions = {} }: Pick<CheckIn, 'vehicle' | 'finish' | 'functions'>,
  surfaces: readonly Surface[],
  catalogue: Catalogue,
): CheckListPlace[] {
  const kinds = new Set(surfaces.map((s) => s.kind))
  const shown = catalogue.finishes.find((f) => f.id === finish)?.checks === 'shown'
  const there = catalogue.checkList.filter((place) => {
    if (place.hidden && shown) return false
    if (place.rowKind) return body.rows.some((r) => r.kind === place.rowKind)
    if (place.kinds) return place.kinds.some((k) => kinds.has(k))
    if (place.doorKind) return body.doors.some((d) => d.kind === place.doorKind)
    return true
  })
  const said = Object.assign(
    {},
    ...catalogue.functions.map((f) => (functions[f.id]?.works === false ? f.said?.places : undefined)),
  ) as Record<string, string | null>
  return there.flatMap((place) => {
    const text = said[place.id]
    return text === null ? [] : [text === undefined ? place : { ...place, text }]
  })
}
