import type { SurfaceName } from '#core/cabin/schema.ts'
import type { CatalogueTexts, WordedCatalogue } from './catalogue.ts'

/** How a language puts a car's places together. */
export interface CabinWords {
  /** @param kind the surface kind's own name */
  surface(name: SurfaceName, kind: string): string
  group(group: string, rows: number): string
}

type Of<K extends keyof WordedCatalogue> = WordedCatalogue[K][number]

/** What things are called in one language, by their ids. */
export interface Names {
  treatment(id: string): Of<'treatments'>
  wholeCar(id: string): Of<'wholeCar'>
  material(id: string): Of<'materials'>
  stain(id: string): Of<'stains'>
  stainGroup(id: string): Of<'stainGroups'>
  damage(id: string): Of<'damages'>
  feature(id: string): Of<'features'>
  permission(id: string): Of<'permissions'>
  skill(id: string): Of<'skills'>
  stop(id: string): Of<'stops'>
  odour(id: string): Of<'odours'>
  product(id: string): Of<'products'>
  function(id: string): Of<'functions'>
  package(id: string): Of<'packages'>
  finish(id: string): Of<'finishes'>
  forbidden(id: string): Of<'forbidden'>
  orderRule(id: string): Of<'orderRules'>
  sequence(id: string): Of<'sequences'>
  pair(id: string): Of<'neverMix'>
  caution(id: string): Of<'cautions'>
  place(id: string): Of<'checkList'>
  choice(rule: string, choice: string): Of<'houseRules'>['choices'][number]
  tool(id: string): string
  wear(id: string): string
  productCaution(id: string): string
  surface(name: SurfaceName): string
  group(group: string, rows: number): string
}

/** An entry by its id; what the catalogue does not have any more is called by its id. */
function finder<T extends { id: string }>(list: readonly T[]): (id: string) => T {
  const byId = new Map(list.map((entry) => [entry.id, entry]))
  return (id) => byId.get(id) ?? ({ id, name: id, text: id, reason: '' } as unknown as T)
}

export function namesOf(catalogue: WordedCatalogue, texts: CatalogueTexts, cabin: CabinWords): Names {
  const kinds = new Map(catalogue.surfaces.map((s) => [`${s.place}.${s.kind}`, s.name]))
  const rules = finder(catalogue.houseRules)
  return {
    treatment: finder(catalogue.treatments),
    wholeCar: finder(catalogue.wholeCar),
    material: finder(catalogue.materials),
    stain: finder(catalogue.stains),
    stainGroup: finder(catalogue.stainGroups),
    damage: finder(catalogue.damages),
    feature: finder(catalogue.features),
    permission: finder(catalogue.permissions),
    skill: finder(catalogue.skills),
    stop: finder(catalogue.stops),
    odour: finder(catalogue.odours),
    product: finder(catalogue.products),
    function: finder(catalogue.functions),
    package: finder(catalogue.packages),
    finish: finder(catalogue.finishes),
    forbidden: finder(catalogue.forbidden),
    orderRule: finder(catalogue.orderRules),
    sequence: finder(catalogue.sequences),
    pair: finder(catalogue.neverMix),
    caution: finder(catalogue.cautions),
    place: finder(catalogue.checkList),
    choice: (rule, choice) => finder(rules(rule).choices ?? [])(choice),
    tool: (id) => texts.tools[id]?.name ?? id,
    wear: (id) => texts.wear[id]?.name ?? id,
    productCaution: (id) => texts.productCautions[id]?.text ?? id,
    surface: (name) => cabin.surface(name, kinds.get(`${name.place}.${name.kind}`) ?? name.kind),
    group: cabin.group,
  }
}
