import type { Catalogue } from '#core/catalogue/catalogue.ts'
import type { About } from '#core/shop/about.ts'
import { emptyCan, nothingOwn, type Own, type OwnPackage, type OwnProduct } from '#core/shop/schema.ts'
import { uuidv7 } from '#server/http/uuid.ts'

const neat = { label: 'neat', ratio: { concentrate: 1, water: 0 } }
const can = (name: string, change: Partial<OwnProduct>): OwnProduct => ({
  ...emptyCan(`own-${uuidv7()}`),
  name,
  ...change,
})

/** Three cans of the demonstration's shelf: one in use, one whose label was read in part, one that is only kept on record. */
const cans = (): OwnProduct[] => [
  can('Heron hide cream', {
    role: 'leather-finish',
    families: ['wax', 'silicone'],
    strengths: [{ purpose: 'leather', by: 'hand', ...neat }],
    maximum: neat,
    ph: 'neutral',
    lifeDays: 365,
    neverOn: ['perforated-leather'],
    packs: [{ ml: 400, price: 2300 }],
    barcode: '5012-0408',
  }),
  can('Slipway degreaser', { role: 'apc', families: ['alkali'], ph: 'alkaline', packs: [{ ml: 5000, price: 3150 }] }),
  can('Boathouse bleach', {
    families: ['chlorine'],
    h: ['EUH031', 'H314'],
    signal: 'danger',
    pictograms: ['corrosion'],
  }),
]

const sold = (name: string, like: string, medium: number[], { packages }: Catalogue): OwnPackage => ({
  id: `own-${uuidv7()}`,
  name,
  like,
  groups: packages.find((p) => p.id === like)!.groups,
  prices: {
    small: medium.map((p) => Math.round((p * 0.8) / 100) * 100),
    medium,
    large: medium.map((p) => Math.round((p * 1.35) / 100) * 100),
  },
  retired: false,
})

/** What the made-up shop writes over the catalogue. */
export function demoOwn(catalogue: Catalogue): Own {
  const products = cans()
  return {
    ...nothingOwn,
    products,
    uses: { 'leather-finish': [products[0]!.id], apc: [products[1]!.id] },
    packages: [
      sold('Quick tidy', 'tidy', [4500, 6900, 9500, 12_900, 15_900], catalogue),
      sold('Family', 'whole', [9000, 14_900, 21_900, 28_900, 36_900], catalogue),
    ],
  }
}

/** Open every day, so that the demonstration never stands before a shut door. */
const open: [number, number][] = [[480, 1080]]
export const demoAbout: About = {
  place: 'Reedmere',
  units: 'metric',
  currency: 'EUR',
  weekStart: 1,
  opens: Array.from({ length: 7 }, () => open),
  hour: 3200,
}
