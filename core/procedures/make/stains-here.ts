import { byId } from '#core/catalogue/by-id.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { StainKind } from '#core/catalogue/stain.ts'
import { removalChance } from '#core/condition/expectation.ts'
import type { Stain, SurfaceCondition } from '#core/condition/schema.ts'

/** Stains of a surface, body fluids named as a biohazard among them. */
export function stainsOf({ stains = [], biohazard = [] }: SurfaceCondition, catalogue: Catalogue): Stain[] {
  const fluids = biohazard.filter(
    (id) => catalogue.stains.some((k) => k.id === id && k.fluid) && !stains.some((s) => s.kind === id),
  )
  return [...stains, ...fluids.map((kind): Stain => ({ kind, age: 'fresh', attempts: 0 }))]
}

/** How a stain of a group is taken on a material family, with its place in the group; undefined on the cloth and carpet that its own row is about. */
export function stainRow(kind: StainKind, family: string, catalogue: Catalogue) {
  if (family === 'cloth' || family === 'carpet') return undefined
  const rows = catalogue.stainGroups.find((g) => g.id === kind.group)?.on ?? []
  const index = rows.findIndex(
    ({ families, kinds }) => families.includes(family) && (!kinds || kinds.includes(kind.id)),
  )
  // A material nobody has a row for is taken as the strictest.
  return { ...(rows[index] ?? { treatments: [], shift: null, left: 'record' as const }), index }
}

/** Chance in percent that a stain comes out where it is, and the row of its group that says how it is taken there, if that is not its own play. */
export function hopeOf(stain: Stain, family: string, catalogue: Catalogue) {
  const kind = byId(catalogue.stains, stain.kind, 'stain')
  const row = stainRow(kind, family, catalogue)
  return { kind, row, chance: removalChance(stain, kind.chance, catalogue.figures, row ? row.shift : 0) }
}

/** What ends the treatment of a body fluid wherever it was, if the material bears it. */
const afterFluid = ['disinfect_spot', 'disinfect_off']

/** The planned treatments of a stain on a material family, in its own order. */
export function plannedFor(kind: StainKind, family: string, catalogue: Catalogue): string[] {
  const row = stainRow(kind, family, catalogue)
  const own = row ? row.treatments : kind.treatments
  if (own.length === 0) return []
  const lifted = row && kind.treatments[0] === 'lift' ? ['lift'] : []
  return [...lifted, ...own, ...(kind.fluid ? afterFluid : [])]
}

/** m² that stains take of a surface: the whole panel is all of it, and so is one whose size nobody wrote down. */
export const areaOfStains = (
  stains: readonly Stain[],
  area: number,
  { stainArea }: Pick<Catalogue['figures'], 'stainArea'>,
): number =>
  Math.min(
    area,
    stains.reduce((sum, { size }) => sum + (size === 'coin' || size === 'palm' ? stainArea[size] : area), 0),
  )
