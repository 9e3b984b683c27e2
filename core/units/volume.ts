export type VolumeSystem = 'us' | 'imperial'

/** Millilitres of a unit in both systems; metric ones are the same in each. Exact by definition (NIST SP 811; UK Weights and Measures Act). */
const units: Record<string, { us: number; imperial: number }> = {
  ml: { us: 1, imperial: 1 },
  cl: { us: 10, imperial: 10 },
  dl: { us: 100, imperial: 100 },
  l: { us: 1000, imperial: 1000 },
  'fl oz': { us: 29.5735295625, imperial: 28.4130625 },
  gal: { us: 3785.411784, imperial: 4546.09 },
  qt: { us: 946.352946, imperial: 1136.5225 },
  pt: { us: 473.176473, imperial: 568.26125 },
  // Kitchen measures have no imperial size of their own.
  cup: { us: 236.5882365, imperial: 236.5882365 },
  tbsp: { us: 14.78676478125, imperial: 14.78676478125 },
  tsp: { us: 4.92892159375, imperial: 4.92892159375 },
}

/** How people write them. */
const spellings: [RegExp, string][] = [
  [/^(ml|mls|cc|millilit(?:re|er)s?)$/, 'ml'],
  [/^(cl|centilit(?:re|er)s?)$/, 'cl'],
  [/^(dl|decilit(?:re|er)s?)$/, 'dl'],
  [/^(l|lt|ltr|ltrs|lit(?:re|er)s?)$/, 'l'],
  [/^(oz|ozs|fl ?oz|floz|fluid ?ounces?|ounces?|fluid oz)$/, 'fl oz'],
  [/^(gal|gals|gallons?)$/, 'gal'],
  [/^(qt|qts|quarts?)$/, 'qt'],
  [/^(pt|pts|pints?)$/, 'pt'],
  [/^(cups?)$/, 'cup'],
  [/^(tbsps?|tbs|tablespoons?|tablespoonfuls?)$/, 'tbsp'],
  [/^(tsps?|teaspoons?|teaspoonfuls?)$/, 'tsp'],
]

/** The unit a word names, or undefined. Full stops and doubled spaces are forgiven. */
export function unitNamed(word: string): string | undefined {
  const plain = word.replaceAll('.', '').replaceAll(/\s+/g, ' ').trim().toLowerCase()
  return spellings.find(([spelling]) => spelling.test(plain))?.[1]
}

/** Millilitres in one of a unit. @throws Error for a unit that `unitNamed` does not give */
export function millilitresIn(unit: string, system: VolumeSystem): number {
  const known = units[unit]
  if (!known) throw new Error(`No unit "${unit}".`)
  return known[system]
}

/** Whether a unit is another size in the other system. */
export const differs = (unit: string): boolean => units[unit]!.us !== units[unit]!.imperial
