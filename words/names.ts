import type { PlaceName } from '#core/cabin/places.ts'
import type { SurfaceName } from '#core/cabin/schema.ts'
import type { CatalogueTexts, ChoiceTexts, EntryTexts, Kind } from './catalogue.ts'

/** How a language puts a car's places together. */
export interface CabinWords {
  /** @param kind the surface kind's own name */
  surface(name: SurfaceName, kind: string): string
  /** A part of a place that is named already. */
  part(name: SurfaceName, kind: string): string
  group(group: string, rows: number): string
  /** A place of the car by itself, and as it is written in a drawing of the whole. */
  place(name: PlaceName): { name: string; short: string }
  /** Places of one pair of hands: a side of the car, or each by its name. */
  places(zones: readonly string[], driver: 'left' | 'right', rows: number): string
}

type Of<K extends Kind> = { id: string } & EntryTexts[K]

/** What things are called in one language, by their ids. */
export interface Names {
  /** The texts of an entry; what the catalogue does not have any more is called by its id. */
  of<K extends Kind>(kind: K, id: string): Of<K>
  has(kind: Kind, id: string): boolean
  choice(rule: string, choice: string): ChoiceTexts
  tool(id: string): string
  wear(id: string): string
  productCaution(id: string): string
  surface(name: SurfaceName): string
  group(group: string, rows: number): string
  places: CabinWords['places']
  place: CabinWords['place']
  /** What a part is called within its place. */
  part(name: SurfaceName): string
}

export function namesOf({ kinds, tools, wear, productCautions }: CatalogueTexts, cabin: CabinWords): Names {
  const unknown = (id: string) => ({ name: id, text: id, reason: '' })
  return {
    of: <K extends Kind>(kind: K, id: string) => ({ id, ...(kinds[kind][id] ?? unknown(id)) }) as unknown as Of<K>,
    has: (kind, id) => kinds[kind][id] !== undefined,
    choice: (rule, choice) => kinds.houseRules[rule]?.choices[choice] ?? unknown(choice),
    tool: (id) => tools[id]?.name ?? id,
    wear: (id) => wear[id]?.name ?? id,
    productCaution: (id) => productCautions[id]?.text ?? id,
    surface: (name) => cabin.surface(name, kinds.surfaces[`${name.place}.${name.kind}`]?.name ?? name.kind),
    group: cabin.group,
    places: cabin.places,
    place: cabin.place,
    part: (name) => cabin.part(name, kinds.surfaces[`${name.place}.${name.kind}`]?.name ?? name.kind),
  }
}
