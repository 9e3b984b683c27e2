import type { About } from './about.ts'
import type { Home } from './kit.ts'
import type { Machine } from './set-up.ts'
import type { Stretches, Week } from './week.ts'

/** What a kind of shop usually has: a beginning to change, not advice. Counts and hours are seeds. */
export interface Typical {
  id: 'mobile-pair' | 'two-bays' | 'fleet-yard'
  machines: Readonly<Record<string, number>>
  home: Home
  houseRules: Readonly<Record<string, string>>
  opens: Week
}

const day: Stretches = [
  [480, 720],
  [750, 1020],
]
const weekdays = (stretches: Stretches, saturday: Stretches = []): Week => [
  ...Array.from({ length: 5 }, () => stretches),
  saturday,
  [],
]

export const typicalShops: readonly Typical[] = [
  {
    id: 'mobile-pair',
    machines: { vacuum: 1, 'spot-extractor': 1, steamer: 1, 'air-gun': 1, 'drying-blower': 1 },
    home: 'van',
    houseRules: { 'wet-machine': 'extractor', jambs: 'towel' },
    opens: weekdays(day, [[480, 780]]),
  },
  {
    id: 'two-bays',
    machines: {
      vacuum: 2,
      'wet-vac': 1,
      extractor: 1,
      'pad-machine': 1,
      steamer: 1,
      'air-gun': 1,
      'drying-blower': 2,
      'drying-rack': 1,
    },
    home: 'bay',
    houseRules: {},
    opens: weekdays(day, [[480, 780]]),
  },
  {
    id: 'fleet-yard',
    machines: { vacuum: 4, 'wet-vac': 2, 'cold-extractor': 1, 'air-gun': 2, 'drying-blower': 2, 'drying-rack': 2 },
    home: 'site',
    houseRules: { jambs: 'towel', 'plastics-finish': 'faded' },
    opens: weekdays([
      [360, 600],
      [630, 900],
    ]),
  },
]

/** Its machines as a list. */
export const machinesOf = ({ machines, home }: Typical): Machine[] =>
  Object.entries(machines).map(([kind, count]) => ({ kind, count, home, broken: null, upkeep: null }))

/** What is usual where nothing was said: metric, euro, the week from Monday, eight to five. */
export const usualAbout: About = { place: '', units: 'metric', currency: 'EUR', weekStart: 1, opens: weekdays(day) }

/** House rules that change the day most, asked on the first one. */
export const interview = [
  'vacuum-timing',
  'direction',
  'spray-where',
  'extraction-ends',
  'carpet-chemistry',
  'uniformity',
  'touch-points',
  'odour',
] as const
