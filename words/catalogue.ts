import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { HouseChoice } from '#core/catalogue/house-rule.ts'

interface Named {
  name: string
}
interface Reasoned {
  reason: string
}
export interface ChoiceTexts extends Named, Reasoned {
  /** By treatment. */
  motion?: Record<string, string>
  note?: string
}

/** The texts of one entry of each kind in one language; nested lists by id, or by their place in the list. */
export interface EntryTexts {
  bodies: Named
  surfaces: Named
  features: Named & { note: string }
  damages: Named & { effects?: Record<string, { advice: string }> }
  stops: Named & { doing: string[] }
  odours: Named
  biohazards: Named
  functions: Named & {
    why: string
    said?: Partial<Record<'motion' | 'refused' | 'cautions' | 'places', Record<string, string>>>
  }
  permissions: { question: string; refused: string }
  packages: Named
  presets: Named
  materials: Named
  stages: Named
  treatments: Named & { motion: string; passCue: string }
  wholeCar: Named & { passCue: string; why?: string; refusedName?: string }
  stains: Named & { playbook: string[]; never: string }
  stainGroups: { on: Record<string, { first: string; limit: string }> }
  products: Named & { roleName: string }
  orderRules: Reasoned
  houseRules: Named & { choices: Record<string, ChoiceTexts> }
  cautions: { text: string }
  forbidden: Reasoned & { instead: string }
  sequences: Reasoned
  neverMix: Reasoned
  cups: Named
  consumables: Named
  finishes: Named & { promise: string }
  checkList: { text: string; caution?: string }
  airs: Named & { how: string }
  equipment: Named
  skills: Named
}
export type Kind = keyof EntryTexts

/** A language's texts of the whole catalogue, and of the tools, protective wear and product cautions that it names by id alone. */
export interface CatalogueTexts {
  kinds: { readonly [K in Kind]: Readonly<Record<string, EntryTexts[K]>> }
  tools: Readonly<Record<string, Named>>
  wear: Readonly<Record<string, Named>>
  productCautions: Readonly<Record<string, { text: string }>>
}

type Entry<K extends Kind> = Catalogue[K][number]
/** Kinds whose texts are nested: their lists carry both. */
interface Nested {
  damages: { effects: (Entry<'damages'>['effects'][number] & { advice?: string })[] }
  stainGroups: { on: (Entry<'stainGroups'>['on'][number] & { first: string; limit: string })[] }
  houseRules: { choices: (HouseChoice & ChoiceTexts)[] }
}
type Worded<K extends Kind> = K extends keyof Nested
  ? Omit<Entry<K> & EntryTexts[K], keyof Nested[K]> & Nested[K]
  : Entry<K> & EntryTexts[K]

/** The catalogue with the words of one language beside its facts; core takes it as any other. */
export type WordedCatalogue = { [K in keyof Catalogue]: K extends Kind ? Worded<K>[] : Catalogue[K] }

type Plain = Record<string, unknown>
const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value)

/** How an entry is called in the texts: by its id, a kind of surface by its place too. */
const keyOf = (entry: Plain, index: number) =>
  (entry.id as string | undefined) ?? (entry.kind === undefined ? String(index) : `${entry.place}.${entry.kind}`)

function merged(facts: unknown, texts: unknown): unknown {
  if (texts === undefined) return facts
  if (Array.isArray(facts) && isPlain(texts))
    return facts.map((entry: Plain, i) => merged(entry, texts[keyOf(entry, i)]))
  if (!isPlain(facts) || !isPlain(texts)) return texts
  const out: Plain = { ...facts }
  for (const [key, text] of Object.entries(texts)) out[key] = merged(facts[key], text)
  return out
}

/** The catalogue in one language. @param learnt what a shop calls its own things, by kind */
export function inWords(catalogue: Catalogue, texts: CatalogueTexts, learnt: (kind: Kind) => object): WordedCatalogue {
  const parts = Object.entries(catalogue).map(([part, list]) => [
    part,
    part in texts.kinds ? merged(list, { ...texts.kinds[part as Kind], ...learnt(part as Kind) }) : list,
  ])
  return Object.fromEntries(parts) as WordedCatalogue
}
