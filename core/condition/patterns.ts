import type { Surface } from '#core/cabin/schema.ts'
import type { Condition, SurfaceCondition } from './schema.ts'

/** How a way of using a car marks it: for each group of surfaces what to put down. Later lines win. */
export interface UsePreset {
  id: string
  marks: { groups?: string[]; kinds?: string[]; rows?: number[]; put: SurfaceCondition }[]
}

/** A first condition for a car used like this, to be corrected by hand. Stains and damage are never guessed. */
export function presetCondition(preset: UsePreset, surfaces: readonly Surface[]): Condition {
  const condition: Condition = {}
  for (const { groups, kinds, rows, put } of preset.marks)
    for (const surface of surfaces)
      if (
        (!groups || groups.includes(surface.group)) &&
        (!kinds || kinds.includes(surface.kind)) &&
        (!rows || rows.includes(surface.row))
      )
        condition[surface.id] = { ...put }
  return condition
}

/**
 * A use laid over what is put down already: of soil, hair and grit the more stands, so that uses add to each other and nothing seen is
 * lost.
 * @returns the condition, and how many surfaces it changed
 */
export function withPreset(
  condition: Condition,
  preset: UsePreset,
  surfaces: readonly Surface[],
): { condition: Condition; changed: number } {
  const next = { ...condition }
  let changed = 0
  for (const [id, put] of Object.entries(presetCondition(preset, surfaces))) {
    const was = condition[id] ?? { soil: 0 }
    const [hair, sand] = [Math.max(was.hair ?? 0, put.hair ?? 0), Math.max(was.sand ?? 0, put.sand ?? 0)]
    const soil = Math.max(was.soil, put.soil)
    if (soil === was.soil && hair === (was.hair ?? 0) && sand === (was.sand ?? 0)) continue
    changed++
    next[id] = { ...was, soil, ...(hair > 0 ? { hair } : {}), ...(sand > 0 ? { sand } : {}) }
  }
  return { condition: next, changed }
}

/** Sets of surfaces a crew names in one breath. */
export const selections = [
  'seats',
  'floor',
  'hard',
  'overhead',
  'glass',
  'jambs',
  'driver',
  'passenger',
  'rear',
] as const
export type Selection = (typeof selections)[number]

const byGroup: Partial<Record<Selection, readonly string[]>> = {
  seats: ['seat', 'seat-back', 'belt'],
  floor: ['carpet', 'carpet-worn', 'gap', 'mat', 'load'],
  hard: ['hard', 'small', 'screen'],
  overhead: ['overhead'],
  glass: ['glass-in', 'glass-out'],
  jambs: ['jamb'],
}

/** Letter of a surface's side, when it is on one. Surface ids keep their own zone even where they are worked elsewhere. */
const sideOf = (id: string) => /^[a-z]+-\d[c]?([lr])\./.exec(id)?.[1]

/** The surfaces of a set. @param driver the driver's side of this car */
export function selected(what: Selection, surfaces: readonly Surface[], driver: 'left' | 'right'): string[] {
  const groups = byGroup[what]
  if (groups) return surfaces.filter((s) => groups.includes(s.group)).map((s) => s.id)
  if (what === 'rear') return surfaces.filter((s) => s.row > 1 || s.id.startsWith('load.')).map((s) => s.id)
  const letter = (what === 'driver') === (driver === 'left') ? 'l' : 'r'
  return surfaces.filter((s) => sideOf(s.id) === letter && s.group !== 'glass-out').map((s) => s.id)
}

/** The surface opposite, id by id: seat-1l.seat-base ↔ seat-1r.seat-base; undefined in the middle. */
export function opposite(id: string): string | undefined {
  const found = /^([a-z]+-\d[c]?)([lr])(\..*)$/.exec(id)
  return found ? `${found[1]}${found[2] === 'l' ? 'r' : 'l'}${found[3]}` : undefined
}

/** Copies soil, hair and grit of one side to the other, where both have the surface. Stains and damage are a place's own and stay. */
export function mirrored(condition: Condition, surfaces: readonly Surface[], from: 'left' | 'right'): Condition {
  const there = new Set(surfaces.map((s) => s.id))
  const next = { ...condition }
  for (const { id } of surfaces) {
    if (sideOf(id) !== from[0]) continue
    const other = opposite(id)
    if (!other || !there.has(other)) continue
    const { soil = 0, hair, sand, extent } = condition[id] ?? {}
    const { soil: _soil, hair: _hair, sand: _sand, extent: _extent, ...own } = condition[other] ?? { soil: 0 }
    const made = {
      ...own,
      soil,
      ...(hair ? { hair } : {}),
      ...(sand ? { sand } : {}),
      ...(extent === undefined ? {} : { extent }),
    }
    if (isClean(made)) delete next[other]
    else next[other] = made
  }
  return next
}

/** Nothing to say about it. */
export const isClean = (c: SurfaceCondition): boolean =>
  c.soil === 0 && !c.hair && !c.sand && !c.stains?.length && !c.damage?.length && !c.moisture && !c.biohazard?.length

/** How a car differs from its own normal: surfaces at least one level away from their mean soil, worst first. */
export function againstNormal(
  condition: Condition,
  normal: Readonly<Record<string, number>>,
): { surface: string; soil: number; normal: number }[] {
  return [...new Set([...Object.keys(condition), ...Object.keys(normal)])]
    .map((surface) => ({ surface, soil: condition[surface]?.soil ?? 0, normal: normal[surface] ?? 0 }))
    .filter((d) => Math.abs(d.soil - d.normal) >= 1)
    .sort((a, b) => b.soil - b.normal - (a.soil - a.normal))
}
