import type { OwnProduct } from './schema.ts'

/** Families that harm people, materials or each other: a role takes none it was not made for. */
export const harmful = [
  'acid',
  'alkali',
  'solvent',
  'alcohol',
  'peroxide',
  'quat',
  'enzyme',
  'silicone',
  'ammonia',
  'reducer',
  'oxygen-bleach',
  'chlorine',
  'fluoride',
] as const

export const families: readonly string[] = ['anionic', 'nonionic', 'cationic', 'wax', ...harmful]

/** Recorded because they stand in somebody's cupboard; nothing is ever planned, mixed or poured with them (trade.md §10). */
export const neverUsed: readonly string[] = ['chlorine', 'fluoride']

/** A role's own strength stands and falls with this family. */
export const essential: Readonly<Record<string, string>> = {
  'acid-rinse': 'acid',
  enzyme: 'enzyme',
  peroxide: 'peroxide',
}

/** What a label's code says of a product whose families do not say it: asked about, never assumed. */
export interface Question {
  code: string
  /** The codes of the label that raise it. */
  h: string[]
  /** Families of which one would answer it. */
  families: readonly string[]
}

const asks: readonly (Omit<Question, 'h'> & { when: RegExp; flammable?: true })[] = [
  { code: 'gas-with-acid', when: /^EUH031$/, families: ['chlorine', 'reducer'] },
  { code: 'deadly-gas-with-acid', when: /^EUH032$/, families: ['fluoride'] },
  { code: 'burns', when: /^H314$/, families: ['acid', 'alkali', 'chlorine', 'peroxide', 'quat', 'fluoride'] },
  { code: 'flammable', when: /^H22/, families: ['solvent', 'alcohol'], flammable: true },
  { code: 'oxidiser', when: /^H27[0-2]$/, families: ['peroxide', 'oxygen-bleach', 'chlorine'] },
]

/** What the label's codes, its pH and the families entered say against each other, and nobody has answered yet. */
export function questionsOf(can: OwnProduct): Question[] {
  const has = (family: string) => can.families.includes(family)
  const byCode = asks.flatMap(({ code, when, families: would, flammable }) => {
    const h = can.h.filter((c) => when.test(c))
    const said = would.some(has) && (!flammable || can.flammable)
    return h.length > 0 && !said ? [{ code, h, families: would }] : []
  })
  const byPh: Question[] = [
    ...(can.ph === 'acid' && !has('acid') && !has('peroxide') ? [{ code: 'ph-acid', h: [], families: ['acid'] }] : []),
    ...(can.ph === 'alkaline' && !has('alkali') ? [{ code: 'ph-alkaline', h: [], families: ['alkali'] }] : []),
    ...(can.ph === 'alkaline' && has('acid') ? [{ code: 'ph-not-acid', h: [], families: ['acid'] }] : []),
    ...(can.ph === 'acid' && has('alkali') ? [{ code: 'ph-not-alkaline', h: [], families: ['alkali'] }] : []),
  ]
  return [...byCode, ...byPh].filter((q) => can.answers[q.code] === undefined)
}
