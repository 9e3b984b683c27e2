import type { Material, Surface } from '#core/cabin/schema.ts'
import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { ForbiddenRule } from '#core/catalogue/forbidden-rule.ts'
import type { Product } from '#core/chemistry/schema.ts'
import type { SurfaceCondition } from '#core/condition/schema.ts'

/** Something that would be done: a treatment or a step of the whole car. */
export interface Act {
  id: string
  techniques: readonly string[]
  equipment: readonly string[]
  product?: Product | undefined
}

/** What forbidden rules look at in a car as a whole. */
export interface Car {
  features: ReadonlySet<string>
  permissions: Readonly<Record<string, boolean | null>>
  choices: Readonly<Record<string, string>>
}

/** Where it would be done. `cold`: a stain there must stay cold and no enzyme is planned. */
export interface Spot {
  surface: Surface
  material: Material
  condition: SurfaceCondition
  cold: boolean
}

const meets = (wanted: readonly string[] | undefined, has: (id: string) => boolean) => !wanted || wanted.some(has)

function permitted({ unless }: ForbiddenRule, car: Car): boolean {
  if (!unless) return false
  const { permission, house } = unless
  return (
    (permission === undefined || car.permissions[permission] === true) &&
    (house === undefined || car.choices[house.rule] === house.choice)
  )
}

function concerns(rule: ForbiddenRule, act: Act, car: Car): boolean {
  return (
    meets(rule.treatments, (id) => act.id === id) &&
    meets(rule.techniques, (id) => act.techniques.includes(id)) &&
    meets(rule.products, (id) => act.product?.id === id) &&
    meets(rule.families, (id) => act.product?.families.includes(id) === true) &&
    (!rule.flammable || act.product?.flammable === true) &&
    meets(rule.equipment, (id) => act.equipment.includes(id)) &&
    meets(rule.features, (id) => car.features.has(id)) &&
    !permitted(rule, car)
  )
}

function holdsThere(rule: ForbiddenRule, { surface, material, condition, cold }: Spot): boolean {
  return (
    meets(rule.kinds, (id) => surface.kind === id) &&
    meets(rule.materials, (id) => material.id === id) &&
    !rule.exceptMaterials?.includes(material.id) &&
    !rule.exceptGroups?.includes(surface.group) &&
    meets(rule.stains, (id) => condition.stains?.some((s) => s.kind === id) === true) &&
    (!rule.biohazard || (condition.biohazard ?? []).length > 0) &&
    (!rule.cold || cold)
  )
}

const onSurface = (rule: ForbiddenRule) =>
  (rule.kinds ??
    rule.materials ??
    rule.exceptMaterials ??
    rule.exceptGroups ??
    rule.stains ??
    rule.biohazard ??
    rule.cold) !== undefined

/**
 * The rules that could forbid an act in a car, whatever the surface. Asked once an act, so that 190 surfaces cost little.
 * Source: trade.md §10, kept in `catalogue/forbidden.json`.
 */
export function rulesAgainst(act: Act, car: Car, catalogue: Catalogue): ForbiddenRule[] {
  return catalogue.forbidden.filter((rule) => concerns(rule, act, car))
}

/** The rule that forbids it there; without a spot only rules that look at no surface are asked. */
export function forbiddenBy(against: readonly ForbiddenRule[], spot?: Spot): ForbiddenRule | undefined {
  return against.find((rule) => (spot ? holdsThere(rule, spot) : !onSurface(rule)))
}
