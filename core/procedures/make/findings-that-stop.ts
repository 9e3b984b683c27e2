import type { Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { Stop } from '#core/catalogue/stop.ts'
import type { CheckIn } from '#core/check-in/check-in.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'
import { settingOf } from './setting.ts'
import { marksOf, standingStops } from './stops.ts'

/** Findings that end a walk-round where it is (judgement: stop comes before everything): what holds the car, and sharps. */
export function endsWalk(checkIn: CheckIn, surfaces: readonly Surface[], catalogue: Catalogue): Stop[] {
  const standing = standingStops({ checkIn }, surfaces, settingOf({ checkIn }, catalogue))
  return [...new Set(standing.map((s) => s.rule))].filter((rule) => rule.first)
}

/** Surfaces that bear marks of a finding. */
export const placesOf = (rule: Stop, condition: CheckIn['condition']): string[] =>
  Object.keys(condition).filter((id) => marksOf(rule, condition[id]!).length > 0)

/** A finding can be written down without a place only where it can be smelt. */
export const needsPlace = ({ found }: Stop): boolean => (found.odours ?? []).length === 0

function marked(there: SurfaceCondition, { found, where }: Stop): SurfaceCondition {
  const [stain] = found.stains ?? []
  const [hazard] = found.biohazards ?? []
  const [size] = where?.sizes ?? []
  if (stain && (size !== undefined || !hazard)) {
    const stains = (there.stains ?? []).filter((s) => s.kind !== stain)
    return {
      ...there,
      stains: [...stains, { kind: stain, age: 'fresh', attempts: 0, size: (size ?? 'palm') as 'palm' | 'panel' }],
    }
  }
  if (hazard) return { ...there, biohazard: [...new Set([...(there.biohazard ?? []), hazard])] }
  return { ...there, moisture: 'soaked' }
}

/** The check-in with a finding written into it, and who was told. @param surface where; none: it is only smelt */
export function withFinding(
  checkIn: CheckIn,
  rule: Stop,
  surface: string | undefined,
  told: { told: string; by: string; at: string },
): CheckIn {
  const stopped = { ...checkIn.stopped, [rule.id]: told }
  if (surface !== undefined) {
    const there = checkIn.condition[surface] ?? { soil: 0 }
    return { ...checkIn, stopped, condition: { ...checkIn.condition, [surface]: marked(there, rule) } }
  }
  const kind = rule.found.odours![0]!
  const others = (checkIn.odours ?? []).filter((o) => o.kind !== kind)
  return { ...checkIn, stopped, odours: [...others, { kind, level: 2, source: '' }] }
}

/** The check-in without any mark of a finding: it was not that. */
export function withoutFinding(checkIn: CheckIn, { id, found }: Stop): CheckIn {
  const { biohazards = [], stains = [], odours = [], moisture = [] } = found
  const { [id]: _gone, ...stopped } = checkIn.stopped ?? {}
  const condition = Object.fromEntries(
    Object.entries(checkIn.condition).map(([surface, there]) => {
      const { moisture: wet, ...dry } = there
      return [
        surface,
        {
          ...(wet === undefined || moisture.includes(wet) ? dry : there),
          ...(there.stains ? { stains: there.stains.filter((s) => !stains.includes(s.kind)) } : {}),
          ...(there.biohazard ? { biohazard: there.biohazard.filter((b) => !biohazards.includes(b)) } : {}),
        },
      ]
    }),
  )
  return {
    ...checkIn,
    stopped,
    condition,
    ...(checkIn.odours ? { odours: checkIn.odours.filter((o) => !odours.includes(o.kind)) } : {}),
  }
}
