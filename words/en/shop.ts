import { neverOnRule } from '#core/shop/catalogue.ts'
import type { OwnFaults } from '#core/shop/messages.ts'
import type { Missing } from '#core/shop/products.ts'
import type { Own } from '#core/shop/schema.ts'
import type { CatalogueTexts, Kind } from '#words/catalogue.ts'
import type { WordsOf } from '#words/message.ts'

export const families: Record<string, string> = {
  anionic: 'anionic surfactant (usual cleaner)',
  nonionic: 'non-ionic surfactant',
  cationic: 'cationic surfactant',
  wax: 'wax or oil',
  acid: 'acid',
  alkali: 'alkali',
  solvent: 'solvent (citrus, petroleum, acetate)',
  alcohol: 'alcohol',
  peroxide: 'peroxide',
  quat: 'quat disinfectant',
  enzyme: 'enzyme',
  silicone: 'silicone',
  ammonia: 'ammonia',
  reducer: 'reducing agent (sulphite, thio)',
  'oxygen-bleach': 'oxygen bleach powder',
  chlorine: 'chlorine bleach',
  fluoride: 'fluoride (hydrofluoric, bifluoride)',
}
const family = (id: string) => families[id] ?? id

/** What is done with a purpose's strength. */
export const purposes: Record<string, string> = {
  trim: 'on hard trim',
  heavy: 'for heavy soil',
  headliner: 'on the roof lining',
  screen: 'on screens',
  fabric: 'on fabric',
  stain: 'on a stain',
  glass: 'on glass',
  leather: 'on leather',
  touch: 'on what is touched',
}

export const missing: Record<Missing, string> = {
  role: 'what it is used as',
  families: 'what is in it',
  ph: 'its pH',
  maximum: 'the strongest its label allows',
  strength: 'a strength from its label',
  question: 'an answer about its label',
  'never-used': 'nothing: chlorine and fluoride are never used inside a car. It is kept on record only.',
}

export const questions: Record<string, string> = {
  'gas-with-acid': 'The label says it gives off poisonous gas with acid. Is there chlorine or a reducer in it?',
  'deadly-gas-with-acid': 'The label says it gives off deadly gas with acid. Is there fluoride or cyanide in it?',
  burns: 'The label says it burns skin. What in it does: an acid, an alkali, a disinfectant?',
  flammable: 'The label says it burns. Tick flammable and the solvent or alcohol in it.',
  oxidiser: 'The label says it feeds fire. Is there peroxide or a bleach in it?',
  'ph-acid': 'It is acid by its pH. Is there acid in it?',
  'ph-alkaline': 'It is alkaline by its pH. Is there alkali in it?',
  'ph-not-acid': 'It is alkaline by its pH, and acid is ticked.',
  'ph-not-alkaline': 'It is acid by its pH, and alkali is ticked.',
}

export const ownFaults: WordsOf<OwnFaults> = {
  unknown: ({ what, id }) => `No ${what} is called “${id}”.`,
  'said-twice': ({ what }) => `“${what}” stands here twice.`,
  'family-not-for-role': ({ family: id, role }, n) =>
    `There is ${family(id)} in it: as ${n.of('products', role).roleName} it would reach materials that do not stand that.`,
  'role-needs-family': ({ family: id, role }, n) =>
    `${n.of('products', role).name} works by ${family(id)}; none is ticked.`,
  'ph-not-for-role': ({ ph, role }, n) =>
    `It is ${ph}: as ${n.of('products', role).roleName} it would reach materials that do not stand that.`,
  'above-label': ({ label, maximum }) => `${label} is stronger than ${maximum}, the most its label allows.`,
  'barcode-taken': ({ barcode, name }) => `${barcode} is the code of ${name} already.`,
  'other-role': ({ name, role }, n) => `${name} is not entered as ${n.of('products', role).roleName}.`,
  'too-far': ({ minutes, usual, times }) =>
    `${minutes} min a square metre is more than ${times} times away from the usual ${usual}.`,
  'too-wet': ({ grams, usual, times }) =>
    `${grams} g a square metre is more than ${times} times the usual ${usual}: the material would stay wet.`,
  'too-often': ({ attempts, usual }) => `${attempts} tries are too many where ${usual} is usual: the material suffers.`,
  'not-to-be-changed': ({ treatment }, n) =>
    `${n.of('treatments', treatment).name} follows from what is found; a way of your own is made from one that is chosen by soil.`,
}

type Made = Pick<Own, 'products' | 'made' | 'packages' | 'checks'>

/** What a shop calls its own things, as the texts of the catalogue's kinds. */
export function ownTexts(
  { products, made, packages, checks }: Made,
  kinds: CatalogueTexts['kinds'],
): [kind: Kind, id: string, texts: object][] {
  return [
    ...products.flatMap(({ id, name, role, neverOn }): [Kind, string, object][] => {
      const roleName = (role !== null && kinds.products[role]?.roleName) || 'not said what for'
      const on = neverOn.map((m) => kinds.materials[m]?.name.toLowerCase() ?? m).join(', ')
      return [
        ['products', id, { name, roleName }],
        [
          'forbidden',
          neverOnRule(id),
          { reason: `Its label keeps ${name} off ${on}.`, instead: 'Use another product there, or water alone.' },
        ],
      ]
    }),
    ...made.map(({ id, name, motion, like }): [Kind, string, object] => [
      'treatments',
      id,
      { ...kinds.treatments[like], name, ...(motion ? { motion } : {}) },
    ]),
    ...packages.map(({ id, name }): [Kind, string, object] => ['packages', id, { name }]),
    ...checks.map(({ id, text }): [Kind, string, object] => ['checkList', id, { text }]),
  ]
}
