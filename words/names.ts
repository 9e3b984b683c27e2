import type { PlaceName } from '#core/cabin/places.ts'
import type { SurfaceName } from '#core/cabin/schema.ts'
import type { Own } from '#core/shop/schema.ts'
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
  /** Each place by its name. */
  zones(zones: readonly string[], driver: 'left' | 'right', rows: number): string
}

type Of<K extends Kind> = { id: string } & EntryTexts[K]

/** What things are called in one language, by their ids. */
export interface Names {
  /** What a shop calls its own things: their ids are no other shop's, so that what was read once is known from then on. */
  learn(own: Pick<Own, 'products' | 'made' | 'packages' | 'checks'>): void
  /** The texts of an entry; what the catalogue does not have any more is called by its id. */
  of<K extends Kind>(kind: K, id: string): Of<K>
  /** The texts of a kind that were learnt, by id. */
  learnt(kind: Kind): Readonly<Record<string, object>>
  has(kind: Kind, id: string): boolean
  choice(rule: string, choice: string): ChoiceTexts
  tool(id: string): string
  wear(id: string): string
  productCaution(id: string): string
  surface(name: SurfaceName): string
  group(group: string, rows: number): string
  places: CabinWords['places']
  zones: CabinWords['zones']
  place: CabinWords['place']
  /** What a part is called within its place. */
  part(name: SurfaceName): string
}

/** The texts of what a shop made itself: kind, id, texts. */
type OwnTexts = (
  own: Pick<Own, 'products' | 'made' | 'packages' | 'checks'>,
  kinds: CatalogueTexts['kinds'],
) => [kind: Kind, id: string, texts: object][]

export function namesOf(
  { kinds, tools, wear, productCautions }: CatalogueTexts,
  cabin: CabinWords,
  ownTexts: OwnTexts,
): Names {
  const own: Partial<Record<Kind, Record<string, object>>> = {}
  const unknown = (id: string) => ({ name: id, text: id, reason: '' })
  return {
    of: <K extends Kind>(kind: K, id: string) =>
      ({ id, ...(kinds[kind][id] ?? own[kind]?.[id] ?? unknown(id)) }) as unknown as Of<K>,
    has: (kind, id) => kinds[kind][id] !== undefined || own[kind]?.[id] !== undefined,
    learnt: (kind) => own[kind] ?? {},
    learn: (theirs) => {
      for (const [kind, id, texts] of ownTexts(theirs, kinds)) {
        own[kind] ??= {}
        own[kind][id] = texts
      }
    },
    choice: (rule, choice) => kinds.houseRules[rule]?.choices[choice] ?? unknown(choice),
    tool: (id) => tools[id]?.name ?? id,
    wear: (id) => wear[id]?.name ?? id,
    productCaution: (id) => productCautions[id]?.text ?? id,
    surface: (name) => cabin.surface(name, kinds.surfaces[`${name.place}.${name.kind}`]?.name ?? name.kind),
    group: cabin.group,
    places: cabin.places,
    zones: cabin.zones,
    place: cabin.place,
    part: (name) => cabin.part(name, kinds.surfaces[`${name.place}.${name.kind}`]?.name ?? name.kind),
  }
}
